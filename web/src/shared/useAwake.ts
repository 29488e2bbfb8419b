// Keeps the screen awake while the work is shown, where the browser can.

import { useEffect } from "react";

export function useAwake() {
  useEffect(() => {
    let held: WakeLockSentinel | null = null;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
      // Refused on low power: the screen then sleeps as it always does.
      held = await navigator.wakeLock.request("screen").catch(() => null);
      if (gone) void held?.release();
    };
    void hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", hold);
      void held?.release();
    };
  }, []);
}
