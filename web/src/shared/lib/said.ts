/** Something that did not work here, in words for people. */
export class Said extends Error {}
