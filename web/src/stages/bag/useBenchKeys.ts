import { useEffect } from "react";
import { entriesOf } from "../../words/entries";
import { STAGES, type Stage } from "../../words/stages";
import { stageKeys } from "./StageKeys";

/** Undo and redo from anywhere, and a number for every stage unless that is switched off or something is typed. */
export function useBenchKeys(undo: () => void, redo: () => void, onStage: (stage: Stage) => void) {
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const inField = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && (key === "z" || key === "y")) {
        event.preventDefault();
        if (key === "y" || event.shiftKey) redo();
        else undo();
      } else if (stageKeys() && !inField && !event.ctrlKey && !event.altKey && !event.metaKey) {
        const [picked] = entriesOf(STAGES)[Number(event.key) - 1] ?? [];
        if (picked) onStage(picked);
      }
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [undo, redo, onStage]);
}
