// Every way to make this bag from the papers on the shelf, drawn side by side, and the sizes close by that save work.

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { Link } from "react-router";
import { type Brief, type Way } from "../../../api/client";
import { nearbyQuery, waysQuery } from "../../../api/queries";
import { Failed } from "../../../api/Failed";
import { Working } from "../../../api/Working";
import { Icon } from "../../../drawings/Icon";
import { SheetHatches, SheetPicture } from "../../../sheet/SheetPicture";
import { Figure } from "../../../words/Figure";
import { Choice } from "../habits/words";

const ORDERS = {
  best: ["the best first", () => 0],
  sheets: ["fewest sheets first", (a: Way, b: Way) => a.sheets - b.sheets],
  joins: ["fewest joins first", (a: Way, b: Way) => a.joins - b.joins],
  waste: ["least waste first", (a: Way, b: Way) => a.waste - b.waste],
  cost: [
    "cheapest first",
    (a: Way, b: Way) => (a.cost_hundredths ?? Infinity) - (b.cost_hundredths ?? Infinity),
  ],
} as const satisfies Record<string, readonly [string, (a: Way, b: Way) => number]>;

const FILTERS: [id: string, words: string, keeps: (way: Way) => boolean][] = [
  ["enough", "enough paper", (way) => way.enough],
  ["front", "no edge in front", (way) => way.front_edges === 0],
  ["groove", "every score on a groove", (way) => way.off_groove === 0],
  ["flat", "folds flat", (way) => way.folds_flat],
];

/** Pixels for a millimetre: a 30 in roll is about as wide as a slip. */
const SCALE = 0.24;

export function WaysView({ brief, onBrief }: { brief: Brief; onBrief: (brief: Brief) => void }) {
  const found = useQuery(waysQuery(brief));
  const [order, setOrder] = useState<keyof typeof ORDERS>("best");
  const [filters, setFilters] = useState<string[]>([]);
  const all = found.data ?? [];
  const kept = all
    .filter((way) => FILTERS.every(([id, , keeps]) => !filters.includes(id) || keeps(way)))
    .toSorted(ORDERS[order][1]);
  return (
    <div className="ways">
      <SheetHatches />
      <Nearby brief={brief} onBrief={onBrief} />
      <section aria-labelledby="ways-title">
        <h3 id="ways-title">From the papers on your shelf</h3>
        <p className="ways-order">
          Show{" "}
          <Choice
            name="Order of the ways"
            value={order}
            options={Object.entries(ORDERS).map(([id, [words]]) => [id as keyof typeof ORDERS, words])}
            onChange={setOrder}
          />
          , only those with{" "}
          <span className="places" role="group" aria-label="Which ways are shown">
            {FILTERS.map(([id, words]) => (
              <Button
                key={id}
                variant="remedy"
                aria-pressed={filters.includes(id)}
                onClick={() =>
                  setFilters(
                    filters.includes(id) ? filters.filter((other) => other !== id) : [...filters, id],
                  )
                }
              >
                {words}
              </Button>
            ))}
          </span>
        </p>
        <Working asked={found} doing="Trying every build on every paper" />
        <Failed asked={found} what="The ways" />
        {found.data && !found.isPlaceholderData && !found.error && kept.length === 0 && (
          <p>
            {all.length === 0
              ? "None of your papers will do, whichever way the bag is built: "
              : "No way has all of that. Take a wish away, or look at "}
            <Link to="/shelf">the paper shelf</Link>.
          </p>
        )}
        <ul className="way-slips">
          {kept.map((way) => (
            <WaySlip
              key={`${way.paper} ${way.build} ${JSON.stringify(way.brief)}`}
              way={way}
              onBrief={onBrief}
            />
          ))}
        </ul>
      </section>
    </div>
  );
}

function WaySlip({ way, onBrief }: { way: Way; onBrief: (brief: Brief) => void }) {
  const plural = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`;
  const facts = [
    plural(way.pieces, "piece", "pieces"),
    plural(way.joins, "seam", "seams"),
    way.front_edges === 0 ? "no edge in front" : plural(way.front_edges, "edge in front", "edges in front"),
    `${way.waste} % left over`,
    ...(way.cost ? [`costs ${way.cost}`] : []),
    way.off_groove === 0 ? "every score on a groove" : `${way.off_groove} off the grooves`,
    ...(way.base_layers[1] ? [`up to ${way.base_layers[1]} layers in the base`] : ["no base"]),
    ...(way.folds_flat ? ["folds flat"] : []),
  ];
  return (
    <li>
      <button type="button" className="way-slip" aria-pressed={way.chosen} onClick={() => onBrief(way.brief)}>
        <span className="way-sheets">
          {way.drawn.flatMap((sheet, index) =>
            Array.from({ length: sheet.times }, (_, copy) => (
              <SheetPicture
                key={`${index} ${copy}`}
                sheet={sheet}
                scale={SCALE}
                kindOf={(placed) => (placed.piece ?? 0) + 1}
              />
            )),
          )}
        </span>
        <strong>{way.build}</strong>
        <span>
          {way.paper}: <Figure text={way.takes} />
        </span>
        {way.differs.length > 0 && (
          <span className="way-differs">
            <Figure text={sentence(way.differs.join("; "))} />
          </span>
        )}
        <small>
          <Figure text={facts.join(", ")} />
        </small>
        {way.warns.map((warn) => (
          <small key={warn} className="is-warned">
            <Icon name="warns" label="Probably disappoints" /> <Figure text={warn} />
          </small>
        ))}
        {!way.enough && (
          <small className="is-blocked">
            <Icon name="blocks" label="Not enough" /> not that much on the shelf
          </small>
        )}
      </button>
    </li>
  );
}

/** `gusset 5¾ instead of 5⅞. Saves one sheet: 3 instead of 4; saves 1 join: 3 instead of 4.` */
const sentences = (change: string, saves: string[]) => `${change}. ${sentence(saves.join("; "))}.`;

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Sizes close by, and what each saves. */
function Nearby({ brief, onBrief }: { brief: Brief; onBrief: (brief: Brief) => void }) {
  const metric = brief.unit === "metric";
  const ranges: [string, string][] = metric
    ? [
        ["3 mm", "3 mm"],
        ["6 mm", "6 mm"],
        ["12 mm", "12 mm"],
      ]
    : [
        ["1/8 in", "⅛"],
        ["1/4 in", "¼"],
        ["1/2 in", "½"],
      ];
  const [picked, setPicked] = useState(1);
  const range = ranges[picked]?.[0] ?? "1/4 in";
  const found = useQuery(nearbyQuery(brief, range));
  const sizes = found.data?.sizes ?? [];
  return (
    <section className="nearby" aria-labelledby="nearby-title">
      <h3 id="nearby-title">Sizes close by</h3>
      <p>
        No measure off by more than{" "}
        <Choice
          name="How far sizes may be off"
          value={String(picked)}
          options={ranges.map(([, words], index) => [String(index), words])}
          onChange={(value) => setPicked(Number(value))}
        />
        {found.data && !found.isPlaceholderData && sizes.length === 0
          ? ": nothing would be saved. Keep this size."
          : ":"}
      </p>
      <Failed asked={found} what="Sizes close by" />
      <Working asked={found} doing="Looking at sizes close by" />
      <ul>
        {sizes.map((near) => (
          <li key={near.size}>
            <Button variant="remedy" onClick={() => onBrief(near.brief)}>
              <Figure text={near.size} />
            </Button>
            <span>
              <Figure text={sentences(near.change, near.saves)} />
            </span>
          </li>
        ))}
      </ul>
      {found.data?.says && (
        <p>
          <Figure text={found.data.says} />
        </p>
      )}
    </section>
  );
}
