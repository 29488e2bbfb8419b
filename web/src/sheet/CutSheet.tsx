// A sheet to be cut: its picture, what lies on it, and every cut of the trimmer in order, each shown on the picture.

import { useState, type ReactNode } from "react";
import type { SheetCut } from "../api/client";
import { Figure } from "../words/Figure";
import { SheetPicture } from "./SheetPicture";

type Placed = SheetCut["placed"][number];

export function CutSheet(props: {
  sheet: SheetCut;
  title: string;
  /** Pixels of the longer side. */
  size: number;
  kindOf: (placed: Placed) => number;
  nameOf: (placed: Placed) => string;
  labelOf: (placed: Placed) => string;
  /** What stands under its cuts. */
  children?: ReactNode;
}) {
  const { sheet, title, size, kindOf, nameOf, labelOf } = props;
  const [trim, setTrim] = useState<number | null>(null);
  const scale = size / Math.max(sheet.width_mm, sheet.height_mm);
  const names = new Map<string, number>();
  for (const placed of sheet.placed) names.set(nameOf(placed), (names.get(nameOf(placed)) ?? 0) + 1);
  return (
    <li>
      <div>
        <SheetPicture sheet={sheet} scale={scale} kindOf={kindOf} labelOf={labelOf} trim={trim} />
      </div>
      <div className="cut-words">
        <h3>{title}</h3>
        <p>{[...names].map(([name, count]) => (count > 1 ? `${count} × ${name}` : name)).join(", ")}</p>
        {sheet.trims.length === 0 ? (
          <p>The whole sheet is used.</p>
        ) : (
          <ol className="trim-list" aria-label={`Cuts of ${title}`}>
            {sheet.trims.map((cut, index) => (
              <li key={`${cut.on.x_mm} ${cut.on.y_mm} ${cut.blade} ${cut.keep_mm}`}>
                <button
                  type="button"
                  aria-pressed={trim === index}
                  onClick={() => setTrim(trim === index ? null : index)}
                >
                  <span className="trim-on">
                    <Figure text={cut.on.size} />
                  </span>
                  <span className="trim-keep">
                    <Figure text={cut.keep} />
                  </span>
                  <small>{cut.blade === "vertical" ? "from the left" : "from the bottom"}</small>
                </button>
              </li>
            ))}
          </ol>
        )}
        {props.children}
      </div>
    </li>
  );
}
