/** A target as tape on the ground: a flat strip of colour around it. */
export const tapeLook = (colour: string) => ({ fill: colour, fillOpacity: 0.16, stroke: colour, strokeWidth: 4 });
