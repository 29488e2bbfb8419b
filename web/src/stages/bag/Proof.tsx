// The folded bag measured: a list of what was measured, against what, and whether it came out.

import type { Plan } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { Figure } from "../../words/Figure";

export function Proof({ plan }: { plan: Plan }) {
  const { proof } = plan;
  const [least, most] = proof.base_layers;
  const passed = proof.items.filter((item) => item.passed).length;
  return (
    <details className="proof">
      <summary>
        <Icon name={proof.passed ? "tick" : "blocks"} />
        {proof.passed
          ? `Folded and measured: all ${passed} figures come out`
          : `Folded and measured: ${proof.items.length - passed} of ${proof.items.length} do not come out`}
      </summary>
      <ul>
        {proof.items.map((item) => (
          <li key={item.name} className={item.passed ? "" : "is-failed"}>
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
          </li>
        ))}
        <li>
          <Icon name="notes" />
          <span>
            Layers over the base
            <small>
              {least === most ? `${most} everywhere` : `${least} at the thinnest, ${most} at the thickest`}
            </small>
          </span>
        </li>
      </ul>
    </details>
  );
}
