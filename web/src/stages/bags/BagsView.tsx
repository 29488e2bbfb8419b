// All bags that have been drafted, and the strip on which the next one is started.

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { createBag, deleteBag, duplicateBag, restoreBag, type BagSummary } from "../../api/client";
import { bagsQuery } from "../../api/queries";
import { useBags } from "../../api/useBags";
import { Icon } from "../../drawings/Icon";
import { UndoToast } from "../../drawings/UndoToast";
import { BagSlip } from "./BagSlip";
import { MoreBags } from "../../shared/MoreBags";
import { NewBag } from "./NewBag";
import { ProjectFiles } from "./ProjectFiles";

export function BagsView() {
  const queries = useQueryClient();
  const list = useBags();
  const [deleted, setDeleted] = useState<BagSummary | null>(null);
  const refresh = () => queries.invalidateQueries(bagsQuery());
  const duplicate = useMutation({ mutationFn: duplicateBag, onSuccess: refresh });
  const remove = useMutation({
    mutationFn: (bag: BagSummary) => deleteBag(bag.id),
    onSuccess: (_, bag) => {
      setDeleted(bag);
      return refresh();
    },
  });
  const restore = useMutation({
    mutationFn: restoreBag,
    onSuccess: () => {
      setDeleted(null);
      return refresh();
    },
  });
  const problem = list.pages.error ?? duplicate.error ?? remove.error ?? restore.error;

  const { mutate: bringBack } = restore;
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const inField = event.target instanceof HTMLInputElement;
      if (deleted && !inField && (event.ctrlKey || event.metaKey) && event.key === "z") {
        event.preventDefault();
        bringBack(deleted.id);
      }
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [deleted, bringBack]);

  const empty = list.bags?.length === 0;
  return (
    <div className="shelf">
      <Head />
      <main>
        <NewBag first={empty} create={createBag} />
        {problem && (
          <p className="alarm" role="alert">
            {problem.message}
          </p>
        )}
        {!empty && list.bags && (
          <section aria-label="Bags">
            <h2>Drafted bags</h2>
            <ul className="slips">
              {list.bags.map((bag) => (
                <BagSlip
                  key={bag.id}
                  bag={bag}
                  onDuplicate={() => duplicate.mutate(bag.id)}
                  onDelete={() => remove.mutate(bag)}
                />
              ))}
            </ul>
            <MoreBags list={list} />
          </section>
        )}
        <ProjectFiles empty={empty} onAdded={refresh} />
      </main>
      <UndoToast
        says={deleted && `“${deleted.name}” is deleted.`}
        onBack={() => deleted && restore.mutate(deleted.id)}
        onClose={() => setDeleted(null)}
      />
    </div>
  );
}

function Head() {
  return (
    <header className="shelf-head">
      <span className="brand">
        <Icon name="mark" />
        <span>Wide Fold</span>
      </span>
      <Link to="/runs" className="shelf-link is-first">
        <Icon name="runs" />
        <span>Runs</span>
      </Link>
      <Link to="/journal" className="shelf-link">
        <Icon name="journal" />
        <span>Journal</span>
      </Link>
      <Link to="/cut" className="shelf-link">
        <Icon name="cut" />
        <span>Cut several</span>
      </Link>
      <Link to="/shelf" className="shelf-link">
        <Icon name="papers" />
        <span>Paper shelf</span>
      </Link>
      <Link to="/keeping" className="shelf-link">
        <Icon name="keep" />
        <span>Safe keeping</span>
      </Link>
    </header>
  );
}
