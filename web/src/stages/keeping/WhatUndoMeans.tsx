// The one place that says what undo brings back, and for how long.

const MEANS: readonly { where: string; says: string }[] = [
  {
    where: "On a bag, and in what a run is made of",
    says: "Undo takes back the last change, one after the other, and Redo does it again. Both go on when the page is opened again in the same window. If the bag or the run was changed somewhere else, you choose which to keep, and undo brings the other one back.",
  },
  {
    where: "Earlier versions of a bag",
    says: "They are kept in the file, for every window. To go back to one is a change like any other.",
  },
  {
    where: "Work on a run",
    says: "Undo takes back what was done last, in whichever window, and the shelf follows. If something was done elsewhere since you looked, you are told first.",
  },
  {
    where: "Somebody’s figures",
    says: "Undo takes back the last words that were changed, for as long as the page stands.",
  },
  {
    where: "At the table",
    says: "A tick is taken back where it was set.",
  },
  {
    where: "What is deleted or taken off the shelf",
    says: "“Bring it back” stands at the foot of the page for a moment. Among the bags Ctrl Z does the same.",
  },
  {
    where: "A backup that was put back",
    says: "What was here before is among the backups, and is put back the same way.",
  },
];

export function WhatUndoMeans() {
  return (
    <section aria-labelledby="undo-title">
      <h2 id="undo-title">What undo brings back</h2>
      <dl className="undo-means">
        {MEANS.map(({ where, says }) => (
          <div key={where}>
            <dt>{where}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
