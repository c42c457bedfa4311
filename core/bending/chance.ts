/** How unlike two limbs of one kind and age are in what they bear, as a standard deviation of its logarithm. Working value. */
export const LIMB_DOUBT = 0.2;
/** How unsure the figure itself is, the same way. Working value. */
export const FIGURE_DOUBT = 0.25;
