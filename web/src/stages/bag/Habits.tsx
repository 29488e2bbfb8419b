// How the bag is made, written as sentences whose underlined words can be changed.

import { useQuery } from "@tanstack/react-query";
import { useId, type ReactNode } from "react";
import { commonSheets, type Brief, type Plan } from "../../api/client";
import { LengthInput } from "../../sheet/LengthInput";
import { Figure } from "../../words/Figure";

type Option<T extends string> = [value: T, words: string];

/** A word in a sentence that can be changed for another. */
function Choice<T extends string>(props: {
  name: string;
  value: T;
  options: Option<T>[];
  onChange: (value: T) => void;
}) {
  const words = props.options.find(([value]) => value === props.value)?.[1] ?? props.value;
  return (
    <span className="choice">
      <span aria-hidden="true">
        <Figure text={words} />
      </span>
      <select
        aria-label={props.name}
        value={props.value}
        onChange={(event) => props.onChange(event.target.value as T)}
      >
        {props.options.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
    </span>
  );
}

/** A length in a sentence. */
function Blank(props: {
  name: string;
  length: { figure: string; editable: string } | null | undefined;
  onChange: (text: string) => void;
}) {
  const id = useId();
  return (
    <span className="blank">
      <label className="visually-hidden" htmlFor={id}>
        {props.name}
      </label>
      <LengthInput
        id={id}
        figure={props.length?.figure ?? ""}
        editable={props.length?.editable ?? ""}
        onChange={props.onChange}
      />
    </span>
  );
}

function Sentence({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <section>
      <h3>{heading}</h3>
      <p>{children}</p>
    </section>
  );
}

const GROOVES: Option<string>[] = [
  ["1/8 in", "⅛ in"],
  ["1/4 in", "¼ in"],
  ["1/16 in", "1⁄16 in"],
  ["1 mm", "1 mm"],
  ["2.5 mm", "2½ mm"],
  ["5 mm", "5 mm"],
];

export function Habits(props: { plan: Plan; brief: Brief; onBrief: (brief: Brief, key?: string) => void }) {
  const { plan, brief, onBrief } = props;
  const sheets = useQuery({ queryKey: ["sheets"], queryFn: commonSheets, staleTime: Infinity });
  const set = (change: Partial<Brief>, key?: string) => onBrief({ ...brief, ...change }, key);
  const { sheet } = brief;
  const run = brief.run ?? {};
  const base = brief.base ?? {};
  const hem = brief.hem ?? {};
  const board = brief.board ?? {};
  if (!sheet) return null;
  const common = sheets.data ?? [];
  const known = common.find((size) => size.width === sheet.width && size.height === sheet.height);
  const groove = board.groove ?? "1/8 in";

  return (
    <div className="habits">
      <Sentence heading="The paper">
        Cut from a{" "}
        <Choice
          name="Sheet"
          value={known?.name ?? "own"}
          options={[
            ...common.map((size): Option<string> => [size.name, size.name]),
            ["own", "sheet of my own"],
          ]}
          onChange={(name) => {
            const size = common.find((other) => other.name === name);
            if (size) set({ sheet: { ...sheet, width: size.width, height: size.height } });
            else set({ sheet: { ...sheet, width: "30 in", height: "20 in" } });
          }}
        />{" "}
        {!known && (
          <>
            <Blank
              name="Width of the sheet"
              length={plan.settings.sheet_width}
              onChange={(width) => set({ sheet: { ...sheet, width } }, "sheet.width")}
            />{" "}
            wide and{" "}
            <Blank
              name="Height of the sheet"
              length={plan.settings.sheet_height}
              onChange={(height) => set({ sheet: { ...sheet, height } }, "sheet.height")}
            />{" "}
            tall{" "}
          </>
        )}
        with{" "}
        <Choice
          name="Pattern"
          value={sheet.directional ? "up" : "all"}
          options={[
            ["up", "a pattern that has an up"],
            ["all", "an all-over pattern"],
          ]}
          onChange={(value) => set({ sheet: { ...sheet, directional: value === "up" } })}
        />
        , printed on{" "}
        <Choice
          name="Printed sides"
          value={sheet.printed ?? "one"}
          options={[
            ["one", "one side"],
            ["both", "both sides"],
          ]}
          onChange={(printed) => set({ sheet: { ...sheet, printed } })}
        />
        , laid{" "}
        <Choice
          name="How the sheet lies"
          value={sheet.turned ? "turned" : "upright"}
          options={[
            ["upright", "upright"],
            ["turned", "a quarter turn round"],
          ]}
          onChange={(value) => set({ sheet: { ...sheet, turned: value === "turned" } })}
        />
        .
      </Sentence>
      <Sentence heading="The run">
        {(brief.build ?? "wrap") === "wrap" && (
          <>
            One piece that starts with{" "}
            <Choice
              name="Start of the run"
              value={run.start ?? "gusset"}
              options={[
                ["gusset", "a gusset (seam at a back corner)"],
                ["face", "the front (seam at a front corner)"],
                ["half_gusset", "half a gusset (seam hidden on its centre)"],
              ]}
              onChange={(start) => set({ run: { ...run, start } })}
            />{" "}
            and goes to the{" "}
          </>
        )}
        {brief.build === "corner_pair" && (
          <>Two pieces alike, each a face and a gusset, with the tab on the </>
        )}
        {brief.build === "cradle_pair" ? (
          <>
            Two pieces, each gusset, face and gusset; the back piece’s base squares{" "}
            <Choice
              name="Base corner squares"
              value={brief.squares ?? "slit_up"}
              options={[
                ["slit_up", "fold into the base"],
                ["slit_level", "turn up as ears against the gussets"],
              ]}
              onChange={(squares) => set({ squares })}
            />
          </>
        ) : (
          <Choice
            name="Direction of the run"
            value={run.direction ?? "right"}
            options={[
              ["right", "right"],
              ["left", "left"],
            ]}
            onChange={(direction) => set({ run: { ...run, direction } })}
          />
        )}
        . Gussets{" "}
        <Choice
          name="Gusset crease"
          value={brief.gusset_crease ?? "none"}
          options={[
            ["none", "plain (square, always stands)"],
            ["centre", "creased down the centre (the top pinches)"],
          ]}
          onChange={(gusset_crease) => set({ gusset_crease })}
        />
        .
      </Sentence>
      <Sentence heading="Base and top">
        Base flaps{" "}
        <Choice
          name="Base flaps"
          value={base.habit ?? "full"}
          options={[
            ["full", "full (four layers, strongest)"],
            ["half_and_lap", "half-and-lap (saves paper)"],
            ["fixed", "fixed by a guide"],
            ["custom", "my own depth"],
          ]}
          onChange={(habit) => set({ base: { habit } })}
        />
        {base.habit === "half_and_lap" && (
          <>
            , lapping by{" "}
            <Blank
              name="Lap of the base flaps"
              length={plan.settings.lap}
              onChange={(lap) => set({ base: { habit: "half_and_lap", lap } }, "base.lap")}
            />
          </>
        )}
        , tapered by{" "}
        <Blank
          name="Taper of the gusset flaps"
          length={plan.settings.notch}
          onChange={(notch) => set({ notch }, "notch")}
        />
        , closed{" "}
        <Choice
          name="Order of closing the base"
          value={brief.closing ?? "back_first"}
          options={[
            ["back_first", "back, gussets, front"],
            ["gussets_first", "gussets, back, front"],
          ]}
          onChange={(closing) => set({ closing })}
        />
        . The top is{" "}
        <Choice
          name="Top edge"
          value={hem.turn ?? "none"}
          options={[
            ["none", "left raw"],
            ["in", "turned in (hidden, stronger lip)"],
            ["out", "turned out (a band of the reverse)"],
          ]}
          onChange={(turn) => set({ hem: turn === "none" ? { turn } : { ...hem, turn } })}
        />
        .
      </Sentence>
      <Sentence heading="The board">
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
        .
      </Sentence>
    </div>
  );
}
