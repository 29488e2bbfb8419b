// Whether the number keys go to the stages: a setting of this browser, for those whose keys are pressed by something else.

import { useState } from "react";

const KEPT = "wide-fold.stage-keys";

/** True if they do. */
export const stageKeys = () => window.localStorage.getItem(KEPT) !== "off";

export function StageKeys() {
  const [on, setOn] = useState(stageKeys);
  return (
    <label className="stage-keys">
      <input
        type="checkbox"
        className="form-check-input"
        checked={on}
        onChange={(event) => {
          window.localStorage.setItem(KEPT, event.target.checked ? "on" : "off");
          setOn(event.target.checked);
        }}
      />{" "}
      Number keys 1 to 6 go to the stages
    </label>
  );
}
