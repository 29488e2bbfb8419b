// From the paper to its bags: one sheet, or two, and all they can become; what is chosen is one bag among its family.

import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useRef, useState, type ReactNode } from "react";
import { Button } from "react-bootstrap";
import { useNavigate } from "react-router";
import { createBag, fromPaper, Refused, type Brief, type Family, type FamilyMember } from "../../api/client";
import { leftoversQuery } from "../../api/queries";
import { useStanding } from "../../api/useStanding";
import { PageHead } from "../../drawings/PageHead";
import { Pick } from "../../drawings/Pick";
import { entriesOf } from "../../words/entries";
import { UNITS } from "../../words/units";
import { OTHER, sideAtFault, typedSheet, USUAL } from "../../sheet/chosen";
import { SheetChoice } from "../../sheet/SheetChoice";
import { useSpace } from "../../sheet/useSpace";
import { Figure } from "../../words/Figure";
import { BoxPicture } from "./BoxPicture";
import { FamilySheet } from "./FamilySheet";
import { Mixes } from "./Mixes";
import { Parted } from "./Parted";
import { TradeOff } from "./TradeOff";
import { Yields } from "./Yields";
import { asFlare, buildOf } from "../../words/kinds";

/** A size that has stood for so many milliseconds is typed to its end. */
const STANDS = 300;
/** A bag that has stood for so long is asked what it leaves. */
const RESTS = 500;

const SHEETS = [
  ["1", "one sheet a bag"],
  ["2", "two sheets a bag"],
] as const;
const MAY = [
  ["upright", "pattern has an up"],
  ["turn", "may lie either way"],
] as const;
const TOPS = { raw: "a raw edge", hem_in: "a hem turned in", hem_out: "a hem turned out" } as const;
const BASES = { full: "full base flaps", half_and_lap: "half-and-lap flaps" } as const;

/** One piece on a sheet as it lies. */
const UPRIGHT = "upright";

/** How the bags are made, whatever their size. */
interface Habits {
  sheets: 1 | 2;
  top: keyof typeof TOPS;
  base: keyof typeof BASES;
  may: "upright" | "turn";
  unit: "inch" | "metric";
}

const HABITS: Habits = { sheets: 1, top: "raw", base: "full", may: "upright", unit: "inch" };

type Asked = Parameters<typeof fromPaper>[0];

export function PaperView() {
  const navigate = useNavigate();
  const [chosen, setChosen] = useState(USUAL);
  const [habits, setHabits] = useState(HABITS);
  const { sheets, top, base, may, unit } = habits;
  // A family by its build and how it lies, a bag by its gusset: another sheet keeps them, as far as it has them.
  const [build, setBuild] = useState("");
  const [lies, setLies] = useState("");
  const [deep, setDeep] = useState<number | null>(null);
  const sheet = typedSheet(chosen);
  const asks: Asked | null = sheet
    ? {
        sheet:
          chosen.paper !== undefined ? sheet : { ...sheet, pattern: may === "upright" ? "up" : "all_over" },
        sheets,
        top: { kind: top },
        base: { habit: base },
        unit,
      }
    : null;
  const asked = useStanding(asks && JSON.stringify(asks), STANDS);
  const found = useQuery({
    queryKey: ["from-paper", asked],
    queryFn: ({ signal }) => (asked === null ? null : fromPaper(JSON.parse(asked) as Asked, signal)),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const make = useMutation({ mutationFn: createBag, onSuccess: (bag) => navigate(`/bags/${bag.id}`) });
  const draw = (brief: Brief) => make.mutate({ name: "", brief });
  const problem = found.error instanceof Refused ? found.error.problem : null;
  const wrong = sideAtFault(problem?.field);
  const families = found.error || asked === null ? [] : (found.data?.families ?? []);
  const builds = [...new Set(families.map((own) => own.build))];
  const alike = families.filter((own) => own.build === (builds.includes(build) ? build : builds[0]));
  const family = alike.find((own) => (own.lies ?? UPRIGHT) === lies) ?? alike[0];
  const at = family ? nearest(family, deep) : 0;
  const member = family?.members[at];
  const stale = found.isPlaceholderData || asked !== (asks && JSON.stringify(asks));
  return (
    <div className="shelf from-paper">
      <PageHead title="Start from the paper" />
      <main>
        <Asks habits={habits} set={setHabits} mayTurn={chosen.paper === undefined}>
          <SheetChoice chosen={chosen} wrong={wrong} onChange={setChosen} />
        </Asks>
        {(found.error ?? make.error) && (
          <p className="alarm" role="alert">
            {(found.error ?? make.error)?.message}
          </p>
        )}
        {sheet === null && chosen.name === OTHER && (
          <p className="gift-empty">
            Type how wide and how high the sheet is; of a roll its width and a length.
          </p>
        )}
        {asked !== null && found.isSuccess && families.length === 0 && (
          <p className="gift-empty">
            No bag that can be folded by hand comes of this sheet. Try two sheets a bag.
          </p>
        )}
        {family && member && (
          <>
            <Families builds={builds} alike={alike} family={family} onBuild={setBuild} onLies={setLies} />
            <Desk
              family={family}
              member={member}
              at={at}
              stale={stale}
              onMove={(next) => setDeep(family.members[next]?.size_mm[2] ?? null)}
              onMake={() => draw(briefOf(family, member))}
            />
            <Parted parted={found.data?.parted ?? []} stale={stale} onMake={draw} />
            <Yields
              brief={briefOf(family, member)}
              size={member.size.slice(0, family.by === "pleat" ? 2 : 3).join(" × ")}
            >
              <Mixes habits={{ top: { kind: top }, base: { habit: base }, unit }} onMake={draw} />
            </Yields>
          </>
        )}
      </main>
    </div>
  );
}

/** What is asked for, in one line of words. */
function Asks(props: {
  habits: Habits;
  set: (habits: Habits) => void;
  mayTurn: boolean;
  children: ReactNode;
}) {
  const { habits, set, mayTurn, children } = props;
  const { sheets, top, base, may, unit } = habits;
  return (
    <form className="from-paper-asks" onSubmit={(event) => event.preventDefault()}>
      {children}
      <Pick
        className="pick"
        name="Sheets for a bag"
        value={sheets === 2 ? "2" : "1"}
        options={SHEETS}
        onPick={(own) => set({ ...habits, sheets: own === "2" ? 2 : 1 })}
      />
      {mayTurn && (
        <Pick
          className="pick"
          name="Pattern"
          value={may}
          options={MAY}
          onPick={(own) => set({ ...habits, may: own })}
        />
      )}
      <Pick
        className="pick"
        name="Top"
        value={top}
        options={entriesOf(TOPS)}
        onPick={(own) => set({ ...habits, top: own })}
      />
      <Pick
        className="pick"
        name="Base"
        value={base}
        options={entriesOf(BASES)}
        onPick={(own) => set({ ...habits, base: own })}
      />
      <Pick
        className="pick"
        name="Measured in"
        value={unit}
        options={UNITS}
        onPick={(own) => set({ ...habits, unit: own })}
      />
    </form>
  );
}

/** Which family of bags is looked at: by its build, and by how it lies on the sheet. */
function Families(props: {
  builds: string[];
  alike: Family[];
  family: Family;
  onBuild: (build: string) => void;
  onLies: (lies: string) => void;
}) {
  const { builds, alike, family, onBuild, onLies } = props;
  return (
    <div className="builds">
      <div role="radiogroup" aria-label="How it is built">
        {builds.map((own) => (
          <label key={own} className={own === family.build ? "is-chosen" : ""}>
            <input type="radio" name="build" checked={own === family.build} onChange={() => onBuild(own)} />
            <span>{own}</span>
          </label>
        ))}
      </div>
      {alike.length > 1 && (
        <Pick
          className="pick"
          name="How it lies on the sheet"
          value={family.lies ?? UPRIGHT}
          options={alike.map((own) => [own.lies ?? UPRIGHT, own.lies ?? UPRIGHT])}
          onPick={onLies}
        />
      )}
    </div>
  );
}

/** The bag whose gusset is nearest to the one chosen before; the roomiest if none was. */
function nearest(family: Family, deep: number | null): number {
  if (deep === null) {
    const best = family.best.find(({ name }) => name === "Roomy") ?? family.best[0];
    return best?.member ?? 0;
  }
  const off = family.members.map((member) => Math.abs((member.size_mm[2] ?? 0) - deep));
  return off.indexOf(Math.min(...off));
}

/** One bag of a family as a brief: the family's own in the bag's size. */
function briefOf(family: Family, member: FamilyMember): Brief {
  const { brief } = family;
  const { finished, pleat } = member;
  const flare = asFlare(buildOf(brief));
  return pleat && flare ? { ...brief, finished, build: { ...flare, pleat } } : { ...brief, finished };
}

function Desk(props: {
  family: Family;
  member: FamilyMember;
  at: number;
  stale: boolean;
  onMove: (at: number) => void;
  onMake: () => void;
}) {
  const { family, member, at, stale, onMove, onMake } = props;
  const box = useRef<HTMLDivElement>(null);
  const space = useSpace(box);
  const most = [0, 1, 2].map((index) => Math.max(...family.members.map((own) => own.size_mm[index] ?? 0)));
  return (
    <div className="paper-desk">
      <div ref={box} className="paper-drawn">
        <FamilySheet family={family} member={member} width={space?.width ?? 520} height={400} />
      </div>
      <div className="paper-bag">
        <div className="paper-bag-head">
          <BoxPicture size={member.size_mm} largest={most} width={170} height={170} />
          <div>
            <h2>
              <Figure text={member.size.slice(0, family.by === "pleat" ? 2 : 3).join(" × ")} />
            </h2>
            <div className="bests">
              {family.best.map((best) => (
                <Button
                  key={best.name}
                  variant="remedy"
                  title={best.says}
                  aria-label={`${best.name}: ${best.says}`}
                  aria-pressed={best.member === at}
                  onClick={() => onMove(best.member)}
                >
                  {best.name}
                </Button>
              ))}
            </div>
          </div>
        </div>
        {family.cut_off && (
          <p className="paper-roll">
            Of the roll <Figure text={family.cut_off} /> is cut off for a bag.
          </p>
        )}
        <TradeOff family={family} at={at} onMove={onMove} />
        <Left family={family} member={member} />
        <Button variant="ink" disabled={stale} onClick={onMake}>
          Draw this bag
        </Button>
      </div>
    </div>
  );
}

/** What the bag leaves of its sheet, and what that is good for, when it has stood for a while. */
function Left({ family, member }: { family: Family; member: FamilyMember }) {
  const asked = useStanding(JSON.stringify(briefOf(family, member)), RESTS);
  const found = useQuery({
    ...leftoversQuery(JSON.parse(asked) as Brief),
    placeholderData: keepPreviousData,
  });
  const all = found.data ?? [];
  return (
    <p className="paper-left" aria-busy={found.isFetching}>
      {all.length === 0
        ? "Nothing worth keeping is left over."
        : all.slice(0, 2).map((left, index) => (
            <span key={index}>
              Left over: <Figure text={left.space.size} />
              {left.uses[0] && (
                <>
                  , good for <Figure text={left.uses[0]} />
                </>
              )}
              .{" "}
            </span>
          ))}
    </p>
  );
}
