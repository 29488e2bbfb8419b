// How lines are made: on a scoring board, and which face is scored on it, or by ruler and hand.

import { Blank, Choice, Sentence, type Option, type Said } from "./words";

const GROOVES: Option<string>[] = [
  ["1/8 in", "⅛ in"],
  ["1/4 in", "¼ in"],
  ["1/16 in", "1⁄16 in"],
  ["1 mm", "1 mm"],
  ["2.5 mm", "2½ mm"],
  ["5 mm", "5 mm"],
];

const GRIDS: Option<string>[] = [
  ["", "no grid"],
  ["1/4 in", "a grid of ¼ in"],
  ["1/2 in", "a grid of ½ in"],
  ["1 in", "a grid of 1 in"],
  ["5 mm", "a grid of 5 mm"],
  ["10 mm", "a grid of 10 mm"],
];

export function Board({ plan, brief, set }: Said) {
  return (
    <Sentence heading="How lines are made">
      Lines are{" "}
      <Choice
        name="How lines are made"
        value={brief.lined ?? "usual"}
        options={[
          [
            "usual",
            plan.settings.by_hand
              ? "made as this paper asks: by ruler and hand"
              : "made as this paper asks: scored on a board",
          ],
          ["board", "scored on a board"],
          ["hand", "creased by ruler and hand"],
        ]}
        onChange={(lined) => set({ lined })}
      />
      .{" "}
      {plan.settings.by_hand ? (
        <ByRuler {...{ plan, brief, set }} />
      ) : (
        <OnTheBoard {...{ plan, brief, set }} />
      )}
    </Sentence>
  );
}

/** Steps of sizes, where there is no groove to ask for them; and the grid on the back of the paper. */
function ByRuler({ brief, set }: Said) {
  const board = brief.board ?? {};
  const { sheet } = brief;
  const groove = board.groove ?? "1/8 in";
  return (
    <>
      Sizes go up and down by{" "}
      <Choice
        name="Steps of the ruler"
        value={groove}
        options={GROOVES.some(([value]) => value === groove) ? GROOVES : [...GROOVES, [groove, groove]]}
        onChange={(value) => set({ board: { ...board, groove: value } })}
      />
      . On the back of the paper there is{" "}
      {sheet && (
        <Choice
          name="Grid on the back"
          value={sheet.grid ?? ""}
          options={
            GRIDS.some(([value]) => value === (sheet.grid ?? ""))
              ? GRIDS
              : [...GRIDS, [sheet.grid ?? "", `a grid of ${sheet.grid}`]]
          }
          onChange={(grid) => set({ sheet: { ...sheet, grid: grid === "" ? null : grid } })}
        />
      )}
      .
    </>
  );
}

function OnTheBoard({ plan, brief, set }: Said) {
  const board = brief.board ?? {};
  const groove = board.groove ?? "1/8 in";
  return (
    <>
      Scored on{" "}
      <Choice
        name="Face that is scored"
        value={brief.score_face ?? "outside_of_fold"}
        options={[
          ["outside_of_fold", "the face outside the fold (cracks less)"],
          ["inside_throughout", "the inside throughout (marks do not show)"],
        ]}
        onChange={(score_face) => set({ score_face })}
      />
      , on a board with a groove every{" "}
      <Choice
        name="Grooves of the board"
        value={groove}
        options={GROOVES.some(([value]) => value === groove) ? GROOVES : [...GROOVES, [groove, groove]]}
        onChange={(value) => set({ board: { ...board, groove: value } })}
      />{" "}
      that reaches{" "}
      <Blank
        name="Reach of the board"
        length={plan.settings.reach}
        onChange={(reach) => set({ board: { ...board, reach } }, "board.reach")}
      />
      , with a stop{" "}
      <Choice
        name="Stops of the board"
        value={board.stops ?? "left"}
        options={[
          ["left", "on the left"],
          ["right", "on the right"],
          ["both", "at both ends"],
        ]}
        onChange={(stops) => {
          const { stops: _, ...rest } = board;
          set({ board: stops === "left" ? rest : { ...rest, stops } });
        }}
      />
      ; a larger piece{" "}
      <Choice
        name="Larger than the board"
        value={board.hangs_over === false ? "rim" : "open"}
        options={[
          ["open", "may hang over its edge"],
          ["rim", "may not hang over it: there is a rim"],
        ]}
        onChange={(edge) => {
          const { hangs_over: _, ...rest } = board;
          set({ board: edge === "rim" ? { ...rest, hangs_over: false } : rest });
        }}
      />
      .
    </>
  );
}
