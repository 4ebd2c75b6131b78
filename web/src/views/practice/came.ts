/** Where somebody came from into practice, so that the way back leads there. */
const KEY = "passerelle.practice.from";

export function setCameFrom(from: string | null) {
  if (from !== null && /^\/plans\/\d+(\/|$)/.test(from)) sessionStorage.setItem(KEY, from);
}

export const whereFrom = (): string => sessionStorage.getItem(KEY) ?? "/";
