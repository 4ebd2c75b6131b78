/** A drawing is made for the screen's width; on paper it shrinks until it fits A4 and Letter upright. */
const PAPER_PX = 680;

/** The frame of a map, as wide and high as the screen had it, made smaller. */
export const paperMap = ([width, height]: [number, number]) => ({
  "@media print": {
    width: `${width}px !important`,
    height: `${height}px !important`,
    flex: "none !important",
    zoom: Math.min(1, PAPER_PX / Math.max(1, width)),
  },
});

export const onPaper = (width: number) => ({ "@media print": { zoom: Math.min(1, PAPER_PX / Math.max(1, width)) } });
