/** How much of what its wood bears a piece of a limb is asked: told by the width of the mark along it. */
export const GRADES = [0.25, 0.5, 0.75] as const;

/** From this share of what its wood bears on, it would likely crack there. */
export const CRACKS_FROM = 1;

/** The grade of a share, 0 for one too small to be told. */
export const gradeOf = (share: number): number => GRADES.filter((grade) => share > grade).length;
