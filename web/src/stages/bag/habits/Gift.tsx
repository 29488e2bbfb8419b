// What goes into the bag, and how it lies in it.

import { Button } from "react-bootstrap";
import type { Brief } from "../../../api/client";
import { Figure } from "../../../words/Figure";
import { Choice, Sentence, type Said } from "./words";

export function Gift(props: Said & { onOffer: (brief: Brief, from?: Brief) => void }) {
  const { plan, brief, set, onOffer } = props;
  const { gift } = brief;
  if (!gift || !plan.gift) return null;
  return (
    <Sentence heading="What goes in">
      Made for <Figure text={plan.gift.says} />
      {plan.gift.may_lie ? (
        <>
          ,{" "}
          <Choice
            name="How it lies"
            value={gift.lying ? "lying" : "standing"}
            options={[
              ["standing", "standing"],
              ["lying", "on its side"],
            ]}
            onChange={(lies) => set({ gift: { ...gift, lying: lies === "lying" } })}
          />
        </>
      ) : (
        ", standing"
      )}
      ,{" "}
      <Choice
        name="Which way round it lies"
        value={gift.turned ? "turned" : "straight"}
        options={[
          ["straight", "its width along the bag’s"],
          ["turned", "its depth along the bag’s width"],
        ]}
        onChange={(way) => set({ gift: { ...gift, turned: way === "turned" } })}
      />
      .{" "}
      <Button
        variant="remedy"
        onClick={() => {
          const { gift: _, ...rest } = brief;
          onOffer({ ...rest }, brief);
        }}
      >
        Leave it out
      </Button>
    </Sentence>
  );
}
