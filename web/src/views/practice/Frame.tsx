/** The frame of practice: marked on every screen, and apart from every plan. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useEffect, type ReactNode } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { useSettings } from "../../app/settings";
import { setCameFrom, whereFrom } from "./came";

export function Frame({ title, children }: { title: string; children: ReactNode }) {
  const navigate = useNavigate();
  const { mode, set } = useSettings();
  useEffect(() => {
    setCameFrom(new URLSearchParams(window.location.search).get("from"));
    document.title = [title, "Practice", "Passerelle"].filter(Boolean).join(" · ");
  }, [title]);
  const back = whereFrom();
  return (
    <Flex direction="column" minH="100%" colorPalette="accent" className="print-whole">
      <Flex
        as="header"
        align="center"
        gap="3"
        px={{ base: "3", md: "5" }}
        py="1.5"
        bg="accent.subtle"
        borderBottomWidth="3px"
        borderStyle="dashed"
        borderColor="accent.fg"
        wrap="wrap"
      >
        <Button asChild size="sm" minH="36px" variant="plain" px="0" fontWeight="800" fontSize="19px" color="fg">
          <RouterLink to="/practice">Practice</RouterLink>
        </Button>
        <Text flex="1" minW="180px" fontSize="14px" data-marked="">
          Made up to learn on. Nothing here belongs to a plan, or goes into one.
        </Text>
        <Flex gap="2" className="no-print">
          <Button size="sm" minH="36px" variant="outline" bg="bg.panel" onClick={() => set({ mode: mode === "dark" ? "light" : "dark" })}>
            {mode === "dark" ? "Light theme" : "Dark theme"}
          </Button>
          <Button size="sm" minH="36px" variant="outline" bg="bg.panel" onClick={() => void navigate(back)}>
            {back === "/" ? "First page" : "Back to the plan"}
          </Button>
        </Flex>
      </Flex>
      <Box as="main" px={{ base: "3", md: "5" }} py="3" w="100%" maxW="1280px" mx="auto">
        {children}
      </Box>
    </Flex>
  );
}

/** The answer to 'what now?', first on the page. */
export function Headline({ children, sub }: { children: ReactNode; sub?: ReactNode }) {
  return (
    <>
      <Heading as="h1" fontSize={{ base: "22px", md: "26px" }} lineHeight="1.2" data-headline="">
        {children}
      </Heading>
      {sub && (
        <Text color="fg.muted" mt="1">
          {sub}
        </Text>
      )}
    </>
  );
}
