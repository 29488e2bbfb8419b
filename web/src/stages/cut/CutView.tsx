// Several bags cut together: how many of each, the sheets they come from, and every cut of the trimmer in order.

import { useQueries, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type BagSummary, type Batch, type SheetCut } from "../../api/client";
import { bagToCutQuery, layoutQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { Working } from "../../api/Working";
import { useBags } from "../../api/useBags";
import { CountField } from "../../drawings/CountField";
import { PageHead } from "../../drawings/PageHead";
import { CutSheet } from "../../sheet/CutSheet";
import { SheetHatches } from "../../sheet/SheetPicture";
import { Figure } from "../../words/Figure";
import { MoreBags } from "../../shared/MoreBags";

const SHORTEST = 300;

export function CutView() {
  const list = useBags();
  const readable = list.bags?.filter((bag) => bag.slip.readable) ?? [];
  const [copies, setCopies] = useState<Record<number, number>>({});
  const wanted = readable.filter((bag) => (copies[bag.id] ?? 0) > 0);
  const bags = useQueries({
    queries: wanted.map(bagToCutQuery),
  });
  const read = bags.flatMap(({ data }) => (data ? [data] : []));
  const asked = read.map((bag) => ({ name: bag.name, brief: bag.brief, copies: copies[bag.id] ?? 0 }));
  const layout = useQuery({
    ...layoutQuery(asked),
    enabled: asked.length > 0 && asked.length === wanted.length,
  });
  const set = (id: number, count: number) => setCopies({ ...copies, [id]: count });
  return (
    <div className="shelf">
      <SheetHatches />
      <PageHead title="Cut several bags" />
      <main className="cut-several">
        <ul className="copies" aria-label="How many of each bag">
          {readable.map((bag) => (
            <Copies
              key={bag.id}
              bag={bag}
              copies={copies[bag.id] ?? 0}
              onCopies={(count) => set(bag.id, count)}
            />
          ))}
          {list.pages.hasNextPage && (
            <li>
              <MoreBags list={list} />
            </li>
          )}
        </ul>
        <div className="cut-sheets" aria-live="polite">
          {list.bags?.length === 0 && <p>There is no bag to cut yet. Start one on the first page.</p>}
          {wanted.length === 0 && readable.length > 0 && (
            <p>Say how many of each bag you want. Bags on the same paper share its sheets.</p>
          )}
          <Failed asked={list.pages} what="The bags" />
          {bags.map((bag, index) => (
            <Failed key={wanted[index]?.id} asked={bag} what={wanted[index]?.name ?? "A bag"} />
          ))}
          <Failed asked={layout} what="The sheets" />
          <Working asked={layout} doing="Laying the bags out on sheets" />
          {wanted.length > 0 &&
            layout.data?.map((batch) => <Sheets key={batch.bags.join(" ")} batch={batch} />)}
        </div>
      </main>
    </div>
  );
}

/** A bag, and how many of it are wanted. */
function Copies(props: { bag: BagSummary; copies: number; onCopies: (copies: number) => void }) {
  const { bag, copies, onCopies } = props;
  return (
    <li>
      <span>
        <strong>{bag.name}</strong>
        <small>
          <Figure text={bag.slip.size.join(" × ")} /> {bag.slip.unit}, on <Figure text={bag.slip.sheet} />
        </small>
      </span>
      <CountField name={bag.name} count={copies} most={500} onCount={onCopies} />
    </li>
  );
}

/** The sheets of one paper. */
function Sheets({ batch }: { batch: Batch }) {
  // Parts of one bag are hatched alike.
  const kindOf = (placed: SheetCut["placed"][number]) => (placed.bag ?? -1) + 1;
  return (
    <section>
      <h2>
        On <Figure text={batch.sheet} />
      </h2>
      <p>
        <Figure text={batch.says} />
      </p>
      {batch.too_large.length > 0 && (
        <p className="alarm">Too large for the sheet: {batch.too_large.join(", ")}.</p>
      )}
      <ol className="cut-list">
        {batch.cuts.map((sheet, index) => (
          <CutSheet
            key={index}
            sheet={sheet}
            title={
              sheet.times === 1 ? `Sheet ${index + 1}` : `Pattern ${index + 1}: ${sheet.times} sheets alike`
            }
            size={SHORTEST}
            kindOf={kindOf}
            nameOf={(placed) => placed.small ?? ""}
            labelOf={(placed) => batch.bags[placed.bag ?? -1] ?? ""}
          />
        ))}
      </ol>
    </section>
  );
}
