/** ITU-T categories of single-mode glass, as sheaths print them beside the class. */
export const GLASSES = ["G.652.B", "G.652.D", "G.653", "G.655", "G.657.A1", "G.657.A2", "G.657.B2", "G.657.B3"] as const;

export type Glass = (typeof GLASSES)[number];

/** Whether a category may stand beside a grade: beside a class of single-mode glass. */
export const hasCategory = (fiber: string | null | undefined) => /^OS/.test(fiber ?? "");
