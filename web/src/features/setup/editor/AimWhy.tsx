/** Why: how likely each target is for this athlete from here, whose aim that is, and what would be a fair challenge. */
import { Alert, Button, MenuItem, Stack, TextField, Typography } from "@mui/material";

import type { LadderAim, Offer, WorkedOut } from "../../../api/setup";
import { showChance } from "../../../shared/lib/format";
import { WhyPoint } from "../../../shared/ui/Page";

export const keyOf = ({ ladder, side }: LadderAim) => `${ladder}-${side}`;

interface AimWhyProps {
  aims: LadderAim[];
  chosen: LadderAim | undefined;
  onChoose: (key: string) => void;
  worked: WorkedOut | undefined;
  /** The target that is spoken of. */
  zone: string | undefined;
  onTake: (offer: Offer) => void;
}

function Foretold({ zones }: { zones: WorkedOut["zones"] }) {
  return (
    <Stack component="dl" sx={{ m: 0, gap: 0.75 }} aria-label="What is foretold" role="group">
      {zones.map(({ name, distance_words, predicted }) => (
        <div key={name} data-foretold={name}>
          <b>{name}</b>, {distance_words} away: {predicted ? <b>{showChance(predicted)}</b> : "not known yet"}
        </div>
      ))}
    </Stack>
  );
}

function Offers({ offers, onTake }: { offers: Offer[]; onTake: (offer: Offer) => void }) {
  return (
    <Stack spacing={1.25}>
      {offers.map((offer) => (
        <div key={`${offer.zone}-${offer.lever}`}>
          <b>{offer.zone}</b>: {offer.words} ({showChance(offer.predicted)}).{" "}
          <Button
            size="small"
            variant="outlined"
            onClick={() => onTake(offer)}
            sx={{ minHeight: 32, py: 0 }}
            aria-label={`Try it: ${offer.zone}, ${offer.words}`}>
            Try it
          </Button>
        </div>
      ))}
    </Stack>
  );
}

export function AimWhy({ aims, chosen, onChoose, worked, zone, onTake }: AimWhyProps) {
  const spoken = zone ?? worked?.zones[0]?.name;
  const offers = worked?.offers.filter((offer) => offer.zone === spoken) ?? [];
  return (
    <>
      {worked && worked.zones.length > 0 && (
        <WhyPoint title="From where you stand">
          <Foretold zones={worked.zones} />
        </WhyPoint>
      )}
      {aims.length === 0 ? (
        <WhyPoint title="Your aim is not known yet">
          Put a layout on a rung and play it: makes and misses at a known distance and size tell how far off you are, as
          an angle, and that foretells every other target.
        </WhyPoint>
      ) : (
        <WhyPoint title="Whose aim">
          <TextField
            select
            size="small"
            fullWidth
            label="Looked at with the aim of"
            value={chosen ? keyOf(chosen) : ""}
            onChange={(event) => onChoose(event.target.value)}
            sx={{ my: 1 }}>
            {aims.map((aim) => (
              <MenuItem key={keyOf(aim)} value={keyOf(aim)}>
                {aim.title}
              </MenuItem>
            ))}
          </TextField>
          {!chosen && (
            <Typography variant="body2">
              None of your ladders is played here yet: choose whose aim to look with.
            </Typography>
          )}
          {chosen?.is_contradicted ? (
            <Alert severity="warning" variant="outlined" sx={{ color: "text.primary" }}>
              {chosen.words}.
            </Alert>
          ) : (
            chosen && <Typography variant="body2">{chosen.words}.</Typography>
          )}
        </WhyPoint>
      )}
      {offers.length > 0 && (
        <WhyPoint title="For seven in ten">
          <Offers offers={offers} onTake={onTake} />
        </WhyPoint>
      )}
    </>
  );
}
