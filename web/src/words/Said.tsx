/** A sentence of the core, its lengths in the unit of the screen. */
import { useSettings } from "../app/settings";
import { said } from "./figures";

export function Said({ text }: { text: string | null | undefined }) {
  const { unit } = useSettings();
  return <>{said(text ?? "", unit)}</>;
}
