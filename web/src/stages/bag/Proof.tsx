// The folded bag measured: what was measured, against what, and whether it came out. Pressing an item shows it on the
// sheet and on the bag.

import type { Plan } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { Figure } from "../../words/Figure";

type Item = Plan["proof"]["items"][number];

export function Proof(props: {
  plan: Plan;
  /** The item that is shown on the drawings. */
  shown: number | null;
  onShow: (item: number | null) => void;
}) {
  const { plan, shown, onShow } = props;
  const { proof } = plan;
  const passed = proof.items.filter((item) => item.passed).length;
  const list = (flat: boolean) =>
    proof.items.map((item, index) =>
      item.flat === flat ? (
        <ProofItem
          key={item.name}
          item={item}
          shown={shown === index}
          onShow={() => onShow(shown === index ? null : index)}
        />
      ) : null,
    );
  return (
    <details className="proof">
      <summary>
        <Icon name={proof.passed ? "tick" : "blocks"} />
        {proof.passed
          ? `Folded and measured: all ${passed} figures come out`
          : `Folded and measured: ${proof.items.length - passed} of ${proof.items.length} do not come out`}
      </summary>
      <ul>
        {list(false)}
        {proof.layered.length > 0 && <Fact name="The base" says={proof.layered.join(", ")} />}
        <Fact
          name="Raw edges seen from the front"
          says={proof.front_edges.length > 0 ? proof.front_edges.join(". ") : "None"}
          well={proof.front_edges.length === 0}
        />
      </ul>
      {proof.flat && (
        <>
          <h4>Folded flat</h4>
          <ul>
            {list(true)}
            <Fact name="The flat bag" says={proof.flat} />
            {proof.scored && <Fact name="What of the score is folded" says={proof.scored} />}
          </ul>
        </>
      )}
      <h4>What shows where</h4>
      <ul>
        {plan.surfaces.map((surface) => (
          <Fact key={surface.name} name={surface.name} says={surface.says} well={surface.as_usual} />
        ))}
      </ul>
    </details>
  );
}

/** What is so, without being measured against anything. */
function Fact({ name, says, well = false }: { name: string; says: string; well?: boolean }) {
  return (
    <li className="proof-fact">
      <Icon name={well ? "tick" : "notes"} />
      <span>
        {name}
        <small>
          <Figure text={says} />
        </small>
      </span>
    </li>
  );
}

function ProofItem(props: { item: Item; shown: boolean; onShow: () => void }) {
  const { item, shown, onShow } = props;
  return (
    <li className={item.passed ? "" : "is-failed"}>
      <button type="button" aria-pressed={shown} onClick={onShow}>
        <Icon
          name={item.passed ? "tick" : "blocks"}
          label={item.passed ? "comes out" : "does not come out"}
        />
        <span>
          {item.name}
          <small>
            <Figure text={item.says} />
          </small>
        </span>
      </button>
    </li>
  );
}
