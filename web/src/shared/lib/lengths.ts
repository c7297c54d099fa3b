/** Lengths in the athlete's units: as they are shown, and as they are typed. Everything inside is in metres. */
export type Units = "metric" | "imperial";

const INCH_M = 0.0254;
const number = new Intl.NumberFormat(undefined, { maximumFractionDigits: 1 });
const metres = new Intl.NumberFormat(undefined, { maximumFractionDigits: 2 });

/** A length to read: "83 cm", "1.25 m", "4 ft 1 in". */
export function showLength(lengthM: number, units: Units): string {
  if (units === "metric")
    return Math.abs(lengthM) < 1 ? `${number.format(lengthM * 100)} cm` : `${metres.format(lengthM)} m`;
  const inches = Math.round((lengthM / INCH_M) * 2) / 2;
  const feet = Math.trunc(inches / 12);
  const rest = Math.abs(inches % 12);
  return [feet ? `${feet} ft` : "", rest || !feet ? `${number.format(rest)} in` : ""].filter(Boolean).join(" ");
}

/** What lengths are typed in, how they are turned, and the steps that they are moved by. */
export const TYPED: Record<Units, { unit: string; perMetre: number; step: number; nudgeM: number; strideM: number }> = {
  metric: { unit: "cm", perMetre: 100, step: 1, nudgeM: 0.01, strideM: 0.1 },
  imperial: { unit: "in", perMetre: 1 / INCH_M, step: 0.5, nudgeM: INCH_M / 2, strideM: 6 * INCH_M },
};

/** Rounded to a millimetre, which no tape shows: so that what was moved to and fro is where it was. */
export const toMillimetre = (lengthM: number) => Math.round(lengthM * 1000) / 1000;
