/** Names that are typed one after the other, with semicolons between. */
export const listed = (text: string) =>
  text
    .split(";")
    .map((word) => word.trim())
    .filter(Boolean);
