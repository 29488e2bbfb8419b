// The head of a page of its own: the way back to all bags, and what the page is.

import { Link } from "react-router";
import { Icon } from "./Icon";

export function PageHead({ title }: { title: string }) {
  return (
    <header className="shelf-head">
      <Link to="/" className="brand">
        <Icon name="mark" />
        <span>All bags</span>
      </Link>
      <h1>{title}</h1>
    </header>
  );
}
