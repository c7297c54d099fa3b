/** A low screen: a phone on its side, or a desk at 200 %. */
export const LOW = "@media (max-height: 520px)";
