import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@fontsource-variable/bricolage-grotesque/wght.css";

import { StrictMode } from "react";
import { createRoot } from "react-dom/client";

import { athleteQuery } from "./api/queries";
import { App } from "./app/App";
import { queryClient } from "./app/queryClient";

/** Longer than this nobody looks at an empty page: skeletons are drawn instead. */
const PATIENCE_MS = 400;

/** Who is there, and the screen they will see first. A skeleton drawn before that would only hold it up. */
async function prepare(): Promise<unknown> {
  try {
    await queryClient.query(athleteQuery);
  } catch {
    return import("./features/welcome/WelcomePage");
  }
  return location.pathname === "/" ? import("./features/today/TodayPage") : undefined;
}

function draw() {
  const root = document.getElementById("root");
  if (!root) throw new Error("index.html has lost its #root");
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
}

// A part of an older version that is gone from here and from the server: the newer one has it.
window.addEventListener("vite:preloadError", () => window.location.reload());

void Promise.race([prepare(), new Promise((resolve) => window.setTimeout(resolve, PATIENCE_MS))]).finally(draw);
