// What goes into the bag, and how it lies in it.

import { Button } from "react-bootstrap";
import type { Brief } from "../../../api/client";
import { Figure } from "../../../words/Figure";
import { Choice, Sentence, type Option, type Said } from "./words";

const MIXED: Option<"mixed"> = ["mixed", "some on their sides"];

export function Gift(props: Said & { onOffer: (brief: Brief, from?: Brief) => void }) {
  const { plan, brief, set, onOffer } = props;
  const { gift } = brief;
  if (!gift || !plan.gift) return null;
  const isMixed = gift.lies?.includes(true) ?? false;
  return (
    <Sentence heading="What goes in">
      Made for <Figure text={plan.gift.says} />
      {plan.gift.may_lie ? (
        <>
          ,{" "}
          <Choice
            name="How it lies"
            value={isMixed ? "mixed" : gift.lying ? "lying" : "standing"}
            options={[
              ["standing", "standing"],
              ["lying", gift.things.length > 1 ? "on their sides" : "on its side"],
              ...(isMixed ? [MIXED] : []),
            ]}
            onChange={(how) => {
              if (how !== "mixed") set({ gift: { ...gift, lying: how === "lying", lies: [] } });
            }}
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
