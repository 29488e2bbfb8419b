// A small button with a drawing on it.

import { Button, type ButtonProps } from "react-bootstrap";
import { Icon, type IconName } from "./Icon";

/** `name` says what it does; `title` adds the key or a reason. */
export function ToolButton(props: {
  icon: IconName;
  name: string;
  title?: string;
  pressed?: boolean;
  /** True or false for what opens a form in its place. */
  expanded?: boolean;
  disabled?: boolean;
  onClick: () => void;
}) {
  const { icon, name, title, pressed, expanded, disabled = false, onClick } = props;
  const own: ButtonProps = { variant: "tool", disabled, onClick };
  return (
    <Button {...own} aria-label={name} title={title} aria-pressed={pressed} aria-expanded={expanded}>
      <Icon name={icon} />
    </Button>
  );
}
