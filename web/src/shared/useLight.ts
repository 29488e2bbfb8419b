// Bright or dark: a setting of this browser; at first as the machine has it.

import { useState } from "react";

export type Light = "bright" | "dark";

const KEPT = "wide-fold.table-light";

export function useLight(): [Light, (light: Light) => void] {
  const [light, setLight] = useState<Light>(() => {
    const kept = window.localStorage.getItem(KEPT);
    if (kept === "bright" || kept === "dark") return kept;
    return window.matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "bright";
  });
  return [
    light,
    (next) => {
      window.localStorage.setItem(KEPT, next);
      setLight(next);
    },
  ];
}
