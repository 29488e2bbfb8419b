// The piece drawn to scale with every line that was said where it lies; a figure is changed on the drawing, and so in the words.

import { useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { staggered } from "../../sheet/staggered";
import { useSpace } from "../../sheet/useSpace";
import { useTypeSize } from "../../sheet/useTypeSize";
import type { HeardLine, Heard } from "../../api/client";

/** Room round the sheet, at the usual size of type. */
const ROOM = { left: 28, top: 92, right: 118, bottom: 58 };
const TALLEST = 420;
/** A sheet nobody has named yet is drawn as tall as wide. */
const UNNAMED = 304.8;

export function HeardSheet(props: {
  drawn: Heard["drawn"];
  onFigure: (line: HeardLine, text: string) => void;
  onScore: (axis: "upright" | "level", text: string) => void;
  onSheet: (text: string) => void;
}) {
  const { drawn, onFigure, onScore, onSheet } = props;
  const box = useRef<HTMLDivElement>(null);
  const space = useSpace(box);
  const type = useTypeSize();
  const [left, top, right, bottom] = [ROOM.left, ROOM.top * type, ROOM.right * type, ROOM.bottom * type];
  const [wide = UNNAMED, tall = UNNAMED] = drawn.size_mm ?? [];
  const across = Math.max(120, (space?.width ?? 640) - left - right);
  const scale = Math.min(across / wide, TALLEST / tall);
  const width = left + wide * scale + right;
  const height = top + tall * scale + bottom;
  const x = (mm: number) => left + mm * scale;
  const y = (mm: number) => top + (tall - mm) * scale;
  const upright = drawn.lines.filter(({ axis }) => axis === "upright");
  const level = drawn.lines.filter(({ axis }) => axis === "level");
  const inOrder = upright.toSorted((one, other) => one.at_mm - other.at_mm);
  const rows = staggered(
    inOrder.map(({ at_mm, figure }) => ({ x: x(at_mm), text: figure })),
    1.5 * type,
  );
  return (
    <div className="heard-sheet" ref={box}>
      <div style={{ width, height }}>
        <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden="true">
          <rect
            className={drawn.size_mm ? "sheet" : "sheet is-unnamed"}
            x={x(0)}
            y={y(tall)}
            width={wide * scale}
            height={tall * scale}
          />
          {drawn.lines.map((line) => (
            <g key={line.place.from} className={line.amiss ? "said is-amiss" : "said"}>
              <path
                d={
                  line.axis === "upright"
                    ? `M ${x(line.at_mm)} ${top - 8} V ${y(0)}`
                    : `M ${x(0)} ${y(line.at_mm)} H ${x(wide) + 8}`
                }
              />
            </g>
          ))}
          {/* What they are stands over every line. */}
          {upright.map((line) => (
            <text
              key={line.place.from}
              transform={`translate(${x(line.at_mm) - 5} ${y(0) - 8}) rotate(-90)`}
              className="said-role"
            >
              {line.says}
            </text>
          ))}
          {level.map((line) => (
            <text key={line.place.from} x={x(0) + 8} y={y(line.at_mm) - 5} className="said-role">
              {line.says}
            </text>
          ))}
        </svg>
        <FigureField
          className="line-field"
          figure={drawn.size ?? ""}
          says="Size of the sheet"
          hint="12 × 12"
          left={x(wide / 2)}
          top={y(0) + 14}
          onFigure={onSheet}
        />
        {inOrder.map((line, index) => (
          <LineField
            key={line.place.from}
            line={line}
            left={x(line.at_mm)}
            top={top - (46 + 38 * (rows[index] ?? 0)) * type}
            onFigure={(text) => onFigure(line, text)}
          />
        ))}
        {level.map((line) => (
          <LineField
            key={line.place.from}
            line={line}
            left={x(wide) + 50 * type}
            top={y(line.at_mm) - 18 * type}
            onFigure={(text) => onFigure(line, text)}
          />
        ))}
      </div>
      <div className="more-scores">
        <OneMore says="A score more, from the left" onAdd={(text) => onScore("upright", text)} />
        <OneMore says="A score more, from the bottom" onAdd={(text) => onScore("level", text)} />
      </div>
    </div>
  );
}

function LineField(props: { line: HeardLine; left: number; top: number; onFigure: (text: string) => void }) {
  const { line, ...place } = props;
  const side = line.axis === "upright" ? "from the left" : "from the bottom";
  return (
    <FigureField
      className={line.amiss ? "line-field is-amiss" : "line-field"}
      figure={line.figure}
      says={`Score ${line.figure}, ${line.says ?? side}${line.amiss ? ", which does not meet" : ""}`}
      {...place}
    />
  );
}

/** A figure on the drawing. What is typed becomes part of the words when it is done with, so that no word jumps meanwhile. */
function FigureField(props: {
  className: string;
  figure: string;
  says: string;
  hint?: string;
  left: number;
  top: number;
  onFigure: (text: string) => void;
}) {
  const { className, figure, says, hint, left, top, onFigure } = props;
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed !== null && typed.trim() !== "" && typed !== figure) onFigure(typed.trim());
    setTyped(null);
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key === "Enter") done();
    if (event.key === "Escape") setTyped(null);
  };
  const shown = typed ?? figure;
  return (
    <input
      className={className}
      style={{ left, top, width: `${1.5 + Math.max(2, (shown || (hint ?? "")).length) * 0.69}rem` }}
      value={shown}
      placeholder={hint}
      aria-label={says}
      autoComplete="off"
      spellCheck={false}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={keys}
      onBlur={done}
    />
  );
}

function OneMore({ says, onAdd }: { says: string; onAdd: (text: string) => void }) {
  const [typed, setTyped] = useState("");
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (typed.trim() === "") return;
    onAdd(typed);
    setTyped("");
  };
  return (
    <form className="one-more" onSubmit={add}>
      <label>
        <span>{says}</span>
        <input
          value={typed}
          placeholder="5 3/4"
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      <button type="submit" className="btn btn-remedy" disabled={typed.trim() === ""}>
        Put it in
      </button>
    </form>
  );
}
