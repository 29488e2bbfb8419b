// What is drawn in the middle: sheet, bag or ways; which piece; and the small drawing that goes with the large one.

import { useMemo } from "react";
import { Button } from "react-bootstrap";
import type { Fold, Plan } from "../../api/client";
import { ToolButton } from "../../drawings/ToolButton";
import { BagPicture } from "../../fold/BagPicture";
import { openBag } from "../../fold/useFold";
import { PieceMap } from "../../sheet/PieceMap";
import { Figure } from "../../words/Figure";

const SHOWN = [
  { id: "sheet", name: "Sheet" },
  { id: "bag", name: "Folded bag" },
  { id: "ways", name: "From my shelf" },
] as const;

export type Shown = (typeof SHOWN)[number]["id"];

/** Whether the sheet, the bag folded from it or the ways to make it are drawn. */
export function ShownSwitch(props: { shown: Shown; face: boolean; onShown: (shown: Shown) => void }) {
  return (
    <div className="piece-switch" role="group" aria-label="What is drawn">
      {SHOWN.map(({ id, name }) => (
        <Button key={id} variant="remedy" aria-pressed={props.shown === id} onClick={() => props.onShown(id)}>
          {props.face && id === "sheet" ? "Face" : name}
        </Button>
      ))}
    </div>
  );
}

/** The other of the two drawings, small: what is pointed at in one stands out in the other. */
export function Companion(props: {
  shown: "sheet" | "bag";
  plan: Plan;
  fold: Fold;
  lit: Set<number>;
  onFacet: (facet: number | null) => void;
  onSwitch: () => void;
}) {
  const { shown, plan, fold, lit, onFacet, onSwitch } = props;
  const standing = useMemo(() => openBag(fold), [fold]);
  if (shown === "bag") {
    return <PieceMap pieces={plan.pieces} fold={fold} lit={lit} onPoint={onFacet} width={190} height={92} />;
  }
  return (
    <button type="button" className="companion" aria-label="Show the folded bag" onClick={onSwitch}>
      <BagPicture standing={standing} width={104} height={92} lit={lit} />
    </button>
  );
}

/** Which piece is drawn, where there is more than one to cut. */
export function PieceSwitch(props: { plan: Plan; piece: number; onPiece: (piece: number) => void }) {
  const { pieces } = props.plan;
  const only = pieces[0];
  if (pieces.length < 2) {
    return only && only.count > 1 ? (
      <p className="piece-alike">
        {only.name}: cut {counted(only.count)} alike
      </p>
    ) : null;
  }
  if (pieces.length > 3) {
    // So many names would fill half the table: one at a time.
    const step = (by: number) => props.onPiece((props.piece + by + pieces.length) % pieces.length);
    return (
      <div className="piece-switch" role="group" aria-label="Pieces">
        <ToolButton icon="back" name="Piece before" onClick={() => step(-1)} />
        <select
          aria-label="Piece"
          value={props.piece}
          onChange={(event) => props.onPiece(Number(event.target.value))}
        >
          {pieces.map(({ name }, index) => (
            <option key={`${index} ${name}`} value={index}>
              {index + 1} of {pieces.length}: {name}
            </option>
          ))}
        </select>
        <ToolButton icon="on" name="Next piece" onClick={() => step(1)} />
      </div>
    );
  }
  return (
    <div className="piece-switch" role="group" aria-label="Pieces">
      {pieces.map(({ name }, index) => (
        <Button
          key={`${index} ${name}`}
          variant="remedy"
          aria-pressed={props.piece === index}
          onClick={() => props.onPiece(index)}
        >
          {name}
        </Button>
      ))}
    </div>
  );
}

/** What the drawing shows while nothing on it is pointed at. */
export function Standing(props: { plan: Plan | null; piece: number; part: string | null }) {
  const { plan, piece: index, part } = props;
  const piece = plan?.pieces[index];
  if (!plan || !piece) return null;
  const which = piece.count > 1 ? `each of the ${counted(piece.count)} pieces` : "the piece";
  const scrap = plan.layout.sheets.some(
    (sheet) => sheet.scrap && sheet.placed.some((placed) => placed.piece === index),
  );
  return (
    <>
      <Figure text={`${plan.size.join(" × ")} finished; ${which} is ${piece.width} × ${piece.height}`} />
      {scrap ? ", from any scrap" : ` on ${plan.sheet}`}. {part ?? "Point at a line to read it."}
    </>
  );
}

const counted = (count: number) =>
  ["no", "one", "two", "three", "four", "five", "six", "seven", "eight"][count] ?? String(count);
