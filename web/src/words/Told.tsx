// Where to score: the groove, and what is taken off it for the crafter's hands, smaller.

import { Figure } from "./Figure";

export function Told({ line }: { line: { at: string; less?: string | null } }) {
  return (
    <>
      <Figure text={line.at} />
      {line.less && (
        <small className="told-less">
          {" "}
          <Figure text={line.less} />
        </small>
      )}
    </>
  );
}
