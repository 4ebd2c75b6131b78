/** Why a finding matters, what to do, and where that is from; behind a button. */
import { Box, Link, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Said } from "./Said";

interface Props {
  found: { rule: string; why: string; do: string; source: string };
  label: string;
  /** Shown while it is closed. */
  closed?: string;
}

export function WhyMore({ found, label, closed }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      {open && (
        <Box fontSize="13px" mt="1.5" lineHeight="1.4">
          <Text>
            <b>Why it matters.</b> {found.why}
          </Text>
          <Text mt="1">
            <b>What to do.</b> <Said text={found.do} />
          </Text>
          <Text mt="1" color="fg.muted">
            {found.rule} · {found.source}
          </Text>
        </Box>
      )}
      {!open && closed && (
        <Text fontSize="14px" mt="1">
          <Said text={closed} />
        </Text>
      )}
      <Link asChild fontSize="13px" color="accent.fg" mt="1" fontWeight="600">
        <button type="button" onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? "Less" : label}
        </button>
      </Link>
    </>
  );
}
