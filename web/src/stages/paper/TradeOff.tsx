// Width, height and gusset of one family: move one, and the others follow. A long tick is a bag whose scores all lie on grooves.

import type { Family } from "../../api/client";
import { Figure } from "../../words/Figure";

const NAMES = ["Width", "Height", "Gusset"] as const;

export function TradeOff(props: { family: Family; at: number; onMove: (at: number) => void }) {
  const { family, at, onMove } = props;
  const last = family.members.length - 1;
  const member = family.members[at];
  if (!member) return null;
  const says = `${member.size.join(" × ")}${member.off_groove === 0 ? ", every score on a groove" : ""}`;
  return (
    <div className="trade-off">
      {NAMES.map((name, index) => {
        const measure = index === 2 && family.by === "pleat" ? "Pleat" : name;
        const first = family.members[0]?.size_mm[index] ?? 0;
        const end = family.members[last]?.size_mm[index] ?? 0;
        // The height of a flare is the sheet's own.
        const stays = first === end && last > 0;
        // To the right is always more of it.
        const falls = end < first;
        const value = falls ? last - at : at;
        return (
          <div key={name} className="trade">
            <label htmlFor={`trade-${index}`}>{measure}</label>
            <strong>
              <Figure text={member.size[index] ?? ""} />
            </strong>
            <input
              id={`trade-${index}`}
              type="range"
              min={0}
              max={last}
              value={value}
              disabled={stays || last === 0}
              aria-valuetext={`${measure} ${member.size[index]}: ${says}`}
              onChange={(event) => {
                const moved = Number(event.target.value);
                onMove(falls ? last - moved : moved);
              }}
            />
            {index === 2 && <Ticks family={family} at={at} />}
          </div>
        );
      })}
      <p className="on-groove">
        {member.off_groove === 0
          ? "Every score lies on a groove."
          : `${member.off_groove} ${member.off_groove === 1 ? "score lies" : "scores lie"} between two grooves.`}
      </p>
    </div>
  );
}

/** The thumb of a slider is this wide: its middle moves from half of it to the other end less half of it. */
const THUMB = 16;

function Ticks({ family, at }: { family: Family; at: number }) {
  const last = Math.max(1, family.members.length - 1);
  return (
    <span className="trade-ticks" style={{ padding: `0 ${THUMB / 2}px` }} aria-hidden="true">
      <svg viewBox={`0 0 ${last} 10`} preserveAspectRatio="none">
        {family.members.map((member, index) => (
          <path
            key={index}
            className={index === at ? "is-here" : ""}
            vectorEffect="non-scaling-stroke"
            d={`M ${index} 0 V ${member.off_groove === 0 ? 10 : 4}`}
          />
        ))}
      </svg>
    </span>
  );
}
