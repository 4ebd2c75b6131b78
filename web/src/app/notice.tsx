/** One line that says what just happened or what was refused; read out to screen readers, and kept in a list. */
import { Box, Button, Flex } from "@chakra-ui/react";
import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from "react";

export interface Notice {
  text: string;
  bad: boolean;
  at: Date;
}

interface NoticeApi {
  say: (text: string) => void;
  refuse: (error: unknown) => void;
  /** What was said since the page was opened, newest first. */
  said: Notice[];
}

const NoticeContext = createContext<NoticeApi | null>(null);
/** How long a message stands, milliseconds: what was refused stands longer. */
const STANDS = 7_000;
const STANDS_BAD = 20_000;
const KEPT = 100;

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const [said, setSaid] = useState<Notice[]>([]);
  const clear = useCallback(() => setNotice(null), []);
  const show = useCallback((text: string, bad: boolean) => {
    const made = { text, bad, at: new Date() };
    setNotice(made);
    setSaid((old) => [made, ...old].slice(0, KEPT));
  }, []);
  useEffect(() => {
    if (!notice) return;
    const timer = setTimeout(() => setNotice(null), notice.bad ? STANDS_BAD : STANDS);
    return () => clearTimeout(timer);
  }, [notice]);
  const say = useCallback((text: string) => show(text, false), [show]);
  const refuse = useCallback((error: unknown) => show(error instanceof Error ? error.message : String(error), true), [show]);
  const api = useMemo(() => ({ say, refuse, said }), [say, refuse, said]);
  return (
    <NoticeContext.Provider value={api}>
      {children}
      <Box aria-live="polite" className="no-print">
        {notice && (
          <Flex
            position="fixed"
            top={{ base: "4px", md: "46px" }}
            left="50%"
            transform="translateX(-50%)"
            w="max-content"
            maxW="min(760px, 96vw)"
            zIndex="toast"
            bg="bg.panel"
            color={notice.bad ? "stop.fg" : "fg"}
            borderWidth="2px"
            borderColor={notice.bad ? "stop.fg" : "fg"}
            borderRadius="md"
            px="4"
            py="1.5"
            gap="4"
            align="center"
            fontWeight="600"
            data-notice=""
          >
            <span>{notice.text}</span>
            <Button size="xs" variant="outline" colorPalette="accent" onClick={clear}>
              Close
            </Button>
          </Flex>
        )}
      </Box>
    </NoticeContext.Provider>
  );
}

export function useNotice(): NoticeApi {
  const api = useContext(NoticeContext);
  if (!api) throw new Error("useNotice outside NoticeProvider");
  return api;
}
