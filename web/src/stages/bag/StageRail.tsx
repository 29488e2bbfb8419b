// The stages in the order of the work.

import { Nav, Tab } from "react-bootstrap";
import { Icon } from "../../drawings/Icon";
import { entriesOf } from "../../words/entries";
import { STAGES, type Stage } from "../../words/stages";

const ALL = entriesOf(STAGES);

export function StageRail({ stage, onStage }: { stage: Stage; onStage: (stage: Stage) => void }) {
  return (
    <Tab.Container
      activeKey={stage}
      onSelect={(key) => {
        const chosen = ALL.find(([id]) => id === key);
        if (chosen) onStage(chosen[0]);
      }}
      generateChildId={(key, type) => (type === "tab" ? `stage-${key}` : "stage-panel")}
    >
      <Nav className="rail" role="tablist" aria-label="Stages of the work">
        {ALL.map(([id, name], index) => (
          <Nav.Link key={id} as="button" type="button" eventKey={id} title={`${name} (${index + 1})`}>
            <Icon name={id} />
            <span>{name}</span>
          </Nav.Link>
        ))}
      </Nav>
    </Tab.Container>
  );
}
