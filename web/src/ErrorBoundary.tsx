// The last resort: a fault in the page itself is said, and what was saved is one press away.

import { Component, type ReactNode } from "react";

export class ErrorBoundary extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <main className="page">
        <h1>This page has come apart</h1>
        <p role="alert">
          Something went wrong while it was drawn. What was saved is kept; the last change may not be.
        </p>
        <p>
          <button type="button" className="btn btn-ink" onClick={() => window.location.reload()}>
            Show it again
          </button>{" "}
          <a href="/">All bags</a>
        </p>
      </main>
    );
  }
}
