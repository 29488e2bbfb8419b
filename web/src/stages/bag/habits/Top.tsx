// The top edge.

import { Blank, Choice, type Said } from "./words";

export function Top({ plan, brief, set }: Said) {
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
