/** What only paper shows: of what and of when a page is, and boxes to fill by hand. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { flushSync } from "react-dom";
import { applyMode, useSettings } from "./settings";

/** Paper is white: while the page is printed it takes the light set, whatever the screen has. */
export function useLightPaper() {
  const { mode } = useSettings();
  useEffect(() => {
    const begin = () => applyMode("light");
    const end = () => applyMode(mode);
    window.addEventListener("beforeprint", begin);
    window.addEventListener("afterprint", end);
    return () => {
      window.removeEventListener("beforeprint", begin);
      window.removeEventListener("afterprint", end);
    };
  }, [mode]);
}

/** True while the page is being printed: then every row is drawn, not only those in view. */
export function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true));
    const end = () => setPrinting(false);
    window.addEventListener("beforeprint", begin);
    window.addEventListener("afterprint", end);
    return () => {
      window.removeEventListener("beforeprint", begin);
      window.removeEventListener("afterprint", end);
    };
  }, []);
  return printing;
}

interface HeadProps {
  plan: string;
  view: string;
  revision: number;
}

const pad = (n: number) => String(n).padStart(2, "0");

function now(): string {
  const at = new Date();
  return `${at.getFullYear()}-${pad(at.getMonth() + 1)}-${pad(at.getDate())} ${pad(at.getHours())}:${pad(at.getMinutes())}`;
}

/** Made when printing begins: on screen it is not there, for nobody to find or hear. */
export function PaperHead({ plan, view, revision }: HeadProps) {
  if (!usePrinting()) return null;
  return (
    <Box className="only-print-block" px="4" pb="2" mb="2" borderBottomWidth="2px" borderColor="fg" data-paper-head="">
      <Text fontWeight="700" fontSize="17px">
        {plan}
        {view ? `: ${view}` : ""}
      </Text>
      <Text fontSize="13px">
        Printed {now()} · revision {revision} · a plan, not a test record: local codes and licensed practice decide
      </Text>
    </Box>
  );
}

const BOXES = ["Done by", "Date", "What was found other than planned"];

export function PaperFoot() {
  if (!usePrinting()) return null;
  return (
    <Box className="only-print-block" px="4" pt="4" data-paper-foot="" css={{ breakInside: "avoid" }}>
      <Flex gap="6">
        {BOXES.map((label, i) => (
          <Box key={label} flex={i === 2 ? "3" : "1"}>
            <Box h="34px" borderBottomWidth="1px" borderColor="fg" />
            <Text fontSize="12px">{label}</Text>
          </Box>
        ))}
      </Flex>
    </Box>
  );
}
