// The base flaps and the top edge.

import { Blank, Choice, Sentence, type Said } from "./words";

export function BaseAndTop(said: Said) {
  const { brief } = said;
  const slit = brief.build !== "folded_base" && brief.build !== "pleated_flare";
  return (
    <Sentence heading={brief.build === "pleated_flare" ? "The top" : "Base and top"}>
      {slit && <Base {...said} />}
      <Top {...said} />
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

function Top({ plan, brief, set }: Said) {
  const top = brief.top ?? {};
  const flap = top.kind === "flap";
  return (
    <>
      The top is{" "}
      <Choice
        name="Top edge"
        value={top.kind ?? "raw"}
        options={[
          ["raw", "left raw"],
          ["hem_in", "turned in (hidden, stronger lip)"],
          ["hem_out", "turned out (a band of the reverse)"],
          ["flap", "closed by a flap"],
        ]}
        onChange={(kind) => {
          const hemmed = (other: string | undefined) => other === "hem_in" || other === "hem_out";
          set({ top: hemmed(kind) && hemmed(top.kind) ? { ...top, kind } : { kind } });
        }}
      />
      {flap && (
        <>
          {" "}
          on the{" "}
          <Choice
            name="Face of the closing flap"
            value={top.on ?? "back"}
            options={[
              ["back", "back, over the front"],
              ["front", "front, over the back"],
            ]}
            onChange={(on) => set({ top: { ...top, on } })}
          />
          , its corners rounded by{" "}
          <Blank
            name="Rounding of the flap’s corners"
            length={plan.settings.flap_corner}
            onChange={(corner) => set({ top: { ...top, corner } }, "top.corner")}
          />
        </>
      )}
      .
    </>
  );
}
