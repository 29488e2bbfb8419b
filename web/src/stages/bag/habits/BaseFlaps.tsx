// The base flaps.

import { Blank, Choice, Sentence, type Said } from "./words";
import { BASES, lapsAtBase, natureOf, optionsOf } from "../../../words/kinds";

export function BaseFlaps(said: Said) {
  if (!natureOf(said.brief).hasFlaps) return null;
  return (
    <Sentence heading="The base">
      <Base {...said} />
    </Sentence>
  );
}

function Base({ plan, brief, set }: Said) {
  const base = brief.base ?? {};
  const plain = plan.settings.notch.figure === "0";
  return (
    <>
      Base flaps{" "}
      <Choice
        name="Base flaps"
        value={base.habit ?? "full"}
        options={optionsOf(BASES)}
        onChange={(habit) => set({ base: { habit } })}
      />
      {lapsAtBase(base.habit) && (
        <>
          , lapping by{" "}
          <Blank
            name="Lap of the base flaps"
            length={plan.settings.lap}
            onChange={(lap) => set({ base: { habit: base.habit, lap } }, "base.lap")}
          />
        </>
      )}
      , parted by{" "}
      <Choice
        name="Slits or tapers"
        value={plain ? "plain" : "taper"}
        options={[
          ["taper", "tapers that take the score line away"],
          ["plain", "plain slits along the score"],
        ]}
        onChange={(value) => set({ notch: value === "plain" ? "0 in" : null })}
      />
      {!plain && (
        <>
          {" "}
          of{" "}
          <Blank
            name="Taper of the gusset flaps"
            length={plan.settings.notch}
            onChange={(notch) => set({ notch }, "notch")}
          />
        </>
      )}
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
      .{" "}
    </>
  );
}
