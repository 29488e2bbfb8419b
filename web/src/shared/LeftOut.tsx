// At the foot of a page: how much of what is kept cannot be read, and so is left out of it.

import { useQuery } from "@tanstack/react-query";
import { Link, useLocation } from "react-router";
import { unreadQuery } from "../api/queries";
import { Icon } from "../drawings/Icon";

export function LeftOut() {
  const { pathname } = useLocation();
  const unread = useQuery(unreadQuery()).data?.unread ?? [];
  // The page that shows them says it itself.
  if (unread.length === 0 || pathname === "/keeping") return null;
  const count = unread.length === 1 ? "One thing that is kept" : `${unread.length} things that are kept`;
  return (
    <p className="left-out" role="note">
      <Icon name="warns" />
      <span>
        {count} cannot be read, and {unread.length === 1 ? "is" : "are"} left out here.{" "}
        <Link to="/keeping#unread-title">See what is left out</Link>
      </span>
    </p>
  );
}
