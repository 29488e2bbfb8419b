// Reads a step aloud with the browser's own voice, where it has one.

import { useEffect, useState } from "react";
import type { Step } from "../../api/client";
import { spokenStep } from "./spoken";

export function useVoice() {
  const can = "speechSynthesis" in window;
  const [speaks, setSpeaks] = useState(false);
  const hush = () => {
    if (can) window.speechSynthesis.cancel();
    setSpeaks(false);
  };
  useEffect(() => () => void (can && window.speechSynthesis.cancel()), [can]);
  return {
    can,
    speaks,
    hush,
    read: (step: Step) => {
      if (speaks) return hush();
      const said = new SpeechSynthesisUtterance(spokenStep(step));
      said.lang = "en";
      said.addEventListener("end", () => setSpeaks(false));
      said.addEventListener("error", () => setSpeaks(false));
      setSpeaks(true);
      window.speechSynthesis.speak(said);
    },
  };
}
