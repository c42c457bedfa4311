/** Looks spent on a first answer, some fifth of a second of one core: seven times what any tree of the demo, or case, asks. */
export const FIRST_LOOKS = 300_000;
/** Looks spent where a first answer is not proven and somebody waits at the tree: some hundred times as many. */
export const LOOK_ON_LOOKS = 30_000_000;
