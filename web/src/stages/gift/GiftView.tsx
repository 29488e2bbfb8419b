// From the gift to its bag: what goes in is measured, and every way it may lie has its bag, made from the papers on the shelf.

import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { useNavigate } from "react-router";
import { createBag, fit, Refused, type Brief, type Fit } from "../../api/client";
import { FIT } from "../../api/queries";
import { useStanding } from "../../api/useStanding";
import { Icon } from "../../drawings/Icon";
import { PageHead } from "../../drawings/PageHead";
import { Pick } from "../../drawings/Pick";
import { TextField } from "../../drawings/TextField";
import { entriesOf } from "../../words/entries";
import { UNITS } from "../../words/units";
import { sideAtFault, typedSheet, type Chosen } from "../../sheet/chosen";
import { SheetChoice } from "../../sheet/SheetChoice";
import { BagPicture } from "../../fold/BagPicture";
import { Figure } from "../../words/Figure";
import { asGift, EMPTY, MOST, oneByOne, SHAPES, TOGETHER, type Together, type Typed } from "./shapes";
import { Rooms } from "./Rooms";
import { ThingForm } from "./ThingForm";

/** A measure that has stood for so many milliseconds is typed to its end. */
const STANDS = 300;
const ANY: Chosen = { name: "all my shelf", sheet: null };

/** What is asked about all things together. */
interface All {
  together: Together;
  unit: "inch" | "metric";
  weight: string;
  room: string;
  headroom: string;
}

const ALL: All = { together: "side_by_side", unit: "inch", weight: "", room: "", headroom: "" };

type Asked = Parameters<typeof fit>[0];

export function GiftView() {
  const navigate = useNavigate();
  const [things, setThings] = useState<Typed[]>([EMPTY]);
  const [all, setAll] = useState(ALL);
  const [paper, setPaper] = useState<Chosen>(ANY);
  const gift = asGift(things, all.together, all.room, all.headroom);
  const forms = oneByOne(things);
  // As text: the same words are the same question.
  const typed =
    gift &&
    JSON.stringify({
      gift,
      weight: all.weight.trim() || null,
      unit: all.unit,
      sheet: typedSheet(paper),
      stand: forms.map((form) => things[form]?.stands ?? false),
    });
  const asked = useStanding(typed, STANDS);
  const found = useQuery({
    queryKey: [...FIT, asked],
    queryFn: ({ signal }) => (asked ? answered(JSON.parse(asked) as Asked, signal) : null),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
  });
  const make = useMutation({ mutationFn: createBag, onSuccess: (bag) => navigate(`/bags/${bag.id}`) });
  const refused = found.error instanceof Refused ? found.error : (found.data?.refused ?? null);
  const problem = refused?.problem ?? null;
  const wrong = /^gift\.things\[(\d+)\]\.(\w+)$/.exec(problem?.field ?? "");
  const fits = asked && !found.error ? (found.data?.fits ?? []) : [];
  return (
    <div className="shelf gift">
      <PageHead title="Start from what goes in" />
      <main>
        <SheetChoice chosen={paper} none={ANY.name} wrong={sideAtFault(problem?.field)} onChange={setPaper} />
        <form className="paper-form gift-form" onSubmit={(event) => event.preventDefault()}>
          {things.map((thing, index) => (
            <ThingForm
              key={index}
              thing={thing}
              number={index + 1}
              alone={things.length === 1}
              wrong={wrong && forms[Number(wrong[1])] === index ? (wrong[2] ?? null) : null}
              most={MOST - forms.length + (thing.count ?? 1)}
              onChange={(next) => setThings(things.map((own, at) => (at === index ? next : own)))}
              onTake={() => setThings(things.filter((_, at) => at !== index))}
            />
          ))}
          <Besides
            all={all}
            set={setAll}
            things={forms.length}
            wrong={problem?.field ?? null}
            onMore={() => setThings([...things, EMPTY])}
          />
          <Rooms />
        </form>
        {(found.error ?? refused ?? make.error) && (
          <p className="alarm" role="alert">
            {(found.error ?? refused ?? make.error)?.message}
          </p>
        )}
        {!asked && <p className="gift-empty">Type its measures, and its bag is drawn here with it inside.</p>}
        {asked && found.isSuccess && fits.length === 0 && (
          <p className="gift-empty">No bag that can be folded by hand is so small or so large.</p>
        )}
        <ul className="fits" aria-label="Bags for it" aria-busy={found.isFetching}>
          {fits.map((one, index) => (
            <FitSlip
              key={`${index} ${one.size.join(" ")}`}
              fit={one}
              best={index === 0 && one.way?.enough === true}
              // Until the answer is there, what is shown is for what was typed before.
              stale={found.isPlaceholderData || typed !== asked}
              onMake={(brief) => make.mutate({ name: named(things), brief })}
            />
          ))}
        </ul>
      </main>
    </div>
  );
}

/** One thing more, and what is true of all of them. */
function Besides(props: {
  all: All;
  set: (all: All) => void;
  things: number;
  /** The field that cannot be read, if any. */
  wrong: string | null;
  onMore: () => void;
}) {
  const { all, set, things, wrong, onMore } = props;
  return (
    <div className="gift-more">
      <Button variant="remedy" disabled={things >= MOST} onClick={onMore}>
        Something else beside it
      </Button>
      <Pick name="Measured in" value={all.unit} options={UNITS} onPick={(unit) => set({ ...all, unit })} />
      {things > 1 && (
        <Pick
          name="Together"
          value={all.together}
          options={entriesOf(TOGETHER)}
          onPick={(together) => set({ ...all, together })}
        />
      )}
      <TextField
        name="Weight of all"
        hint="12 oz"
        value={all.weight}
        onText={(weight) => set({ ...all, weight })}
        wrong={wrong === "weight"}
      />
      <TextField
        name="Room on every side"
        hint="as usual"
        value={all.room}
        onText={(room) => set({ ...all, room })}
        wrong={wrong === "gift.room"}
      />
      <TextField
        name="Room above"
        hint="as usual"
        value={all.headroom}
        onText={(headroom) => set({ ...all, headroom })}
        wrong={wrong === "gift.headroom"}
      />
    </div>
  );
}

/** The bags for it. A weight that cannot be read takes nothing away: they are found without it, and it is said. */
async function answered(
  asked: Asked,
  signal: AbortSignal,
): Promise<{ fits: Fit[]; refused: Refused | null }> {
  try {
    return { fits: await fit(asked, signal), refused: null };
  } catch (error) {
    if (!(error instanceof Refused) || error.problem.field !== "weight") throw error;
    return { fits: await fit({ ...asked, weight: null }, signal), refused: error };
  }
}

/** What the bag is called until it is called otherwise. */
const named = (things: Typed[]) =>
  oneByOne(things).length > 1
    ? `For ${oneByOne(things).length} things`
    : `For a ${SHAPES[things[0]?.kind ?? "odd"].name.toLowerCase()}`;

function FitSlip(props: { fit: Fit; best: boolean; stale: boolean; onMake: (brief: Brief) => void }) {
  const { fit: one, best, stale, onMake } = props;
  return (
    <li className={best ? "fit is-best" : "fit"}>
      {one.standing && <BagPicture standing={one.standing} width={190} height={220} />}
      <div>
        <h2>
          <Figure text={one.size.join(" × ")} />
        </h2>
        {one.way && (
          <p className="fit-way">
            <Icon name={one.way.enough ? "tick" : "warns"} />
            <span>
              {one.way.build}, <Figure text={one.way.takes} /> ({one.way.paper})
              {one.way.cost && `, ${one.way.cost}`}
              {!one.way.enough && ": not that much on the shelf"}
            </span>
          </p>
        )}
        <ul>
          {one.says.map((says) => (
            <li key={says}>
              <Figure text={says} />
            </li>
          ))}
        </ul>
        <Button variant={best ? "ink" : "remedy"} disabled={stale} onClick={() => onMake(one.brief)}>
          Draw this bag
        </Button>
        {one.saves && <Saves saves={one.saves} stale={stale} onMake={onMake} />}
      </div>
    </li>
  );
}

/** A size close by that saves a sheet, with what is given up for it. */
function Saves(props: { saves: NonNullable<Fit["saves"]>; stale: boolean; onMake: (brief: Brief) => void }) {
  const { saves, stale, onMake } = props;
  return (
    <p className="fit-saves">
      <span>
        <Figure text={saves.says} />
      </span>
      <Button variant="remedy" disabled={stale} onClick={() => onMake(saves.brief)}>
        Draw it so
      </Button>
    </p>
  );
}
