import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@fontsource-variable/bricolage-grotesque/wght.css";

import { StrictMode } from "react";
import { createRoot } from "react-dom/client";

import { athleteQuery } from "./api/queries";
import { App } from "./app/App";
import { queryClient } from "./app/queryClient";

// Asked at once: by the time anything is drawn it is known who is there.
queryClient.query(athleteQuery).catch(() => undefined);

const root = document.getElementById("root");
if (!root) throw new Error("index.html has lost its #root");
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
