// What goes into the bag, and how it lies in it.

import { Button } from "react-bootstrap";
import type { Brief } from "../../../api/client";
import { Figure } from "../../../words/Figure";
import { Choice, Sentence, type Option, type Said } from "./words";

const MIXED: Option<"mixed"> = ["mixed", "some on their sides"];
const BACK: Option<"back"> = ["back", "on its back"];

export function Gift(props: Said & { onOffer: (brief: Brief, from?: Brief) => void }) {
  const { plan, brief, set, onOffer } = props;
  const { gift } = brief;
  if (!gift || !plan.gift) return null;
  const onBack = gift.back?.length ? gift.back.every(Boolean) : false;
  const isMixed = !onBack && [...(gift.lies ?? []), ...(gift.back ?? [])].includes(true);
  const many = gift.things.length > 1;
  return (
    <Sentence heading="What goes in">
      Made for <Figure text={plan.gift.says} />
      {plan.gift.may_lie ? (
        <>
          ,{" "}
          <Choice
            name="How it lies"
            value={isMixed ? "mixed" : onBack ? "back" : gift.lying ? "lying" : "standing"}
            options={[
              ["standing", "standing"],
              ["lying", many ? "on their sides" : "on its side"],
              many ? ["back", "on their backs"] : BACK,
              ...(isMixed ? [MIXED] : []),
            ]}
            onChange={(how) => {
              const back = how === "back" ? gift.things.map(() => true) : [];
              if (how !== "mixed") set({ gift: { ...gift, lying: how === "lying", lies: [], back } });
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
