/** Text inside a drawing. Sizes are set as style: the page's reset wins over attributes. */
import type { SVGProps } from "react";
import { paint } from "../theme";

interface Props extends SVGProps<SVGTextElement> {
  size?: number;
  weight?: number;
  mono?: boolean;
  tone?: string;
  /** A rim in the page's colour, where the text stands on lines. */
  rim?: boolean;
}

export function SvgText({ size = 12.5, weight = 400, mono, tone = "fg", rim, style, ...rest }: Props) {
  return (
    <text
      {...rest}
      style={{
        fontSize: `${size}px`,
        fontWeight: weight,
        fontFamily: `var(--chakra-fonts-${mono ? "mono" : "body"})`,
        fontVariantNumeric: mono ? "tabular-nums" : undefined,
        fill: paint(tone),
        stroke: rim ? paint("bg") : undefined,
        strokeWidth: rim ? 4 : undefined,
        paintOrder: "stroke",
        ...style,
      }}
    />
  );
}
