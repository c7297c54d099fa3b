/** At most one sentence of what the record says, with the way to the rest. */
import { Link, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { findOfRunQuery, firstFindQuery, type Find } from "../../api/lookback";
import { capital } from "../lib/format";

function where({ about }: Find): string {
  if (!about.ladder_title) return "";
  return `${about.ladder_title}${about.rung_number === null ? "" : `, rung ${about.rung_number}`}: `;
}

/** The find to say first; nothing without one. */
export function FirstFind() {
  const { data } = useQuery(firstFindQuery);
  if (!data?.find) return null;
  return (
    <>
      {where(data.find)}
      {data.find.look.words}{" "}
      <Link component={RouterLink} to="/look-back" color="inherit">
        What changed
      </Link>
    </>
  );
}

/** Whether there is one, so that nothing stands around an empty place. */
export function useHasFind(): boolean {
  return useQuery(firstFindQuery).data?.find != null;
}

/** Of a run: since when nothing was as good, or else the clearest find on its rung. */
export function FoundOfRun({ id }: { id: string }) {
  const { data } = useQuery(findOfRunQuery(id));
  if (!data) return null;
  if (data.since_words) return <Typography sx={{ fontWeight: 600 }}>{capital(data.since_words)}.</Typography>;
  if (!data.find) return null;
  return (
    <Typography color="text.secondary">
      {data.find.look.words}{" "}
      <Link component={RouterLink} to={`/look-back/inside?rung=${data.find.about.rung}`} color="inherit">
        Look closer
      </Link>
    </Typography>
  );
}
