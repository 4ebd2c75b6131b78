/** One line that says what just happened or what was refused; read out to screen readers. */
import { Box, Button, Flex } from "@chakra-ui/react";
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";

interface Notice {
  text: string;
  bad: boolean;
}

interface NoticeApi {
  say: (text: string) => void;
  refuse: (error: unknown) => void;
}

const NoticeContext = createContext<NoticeApi | null>(null);

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const clear = useCallback(() => setNotice(null), []);
  const api = useMemo(
    () => ({
      say: (text: string) => setNotice({ text, bad: false }),
      refuse: (error: unknown) => setNotice({ text: error instanceof Error ? error.message : String(error), bad: true }),
    }),
    [],
  );
  return (
    <NoticeContext.Provider value={api}>
      {children}
      <Box aria-live="polite" className="no-print">
        {notice && (
          <Flex
            position="fixed"
            bottom="14px"
            left="50%"
            transform="translateX(-50%)"
            maxW="min(760px, 92vw)"
            zIndex="toast"
            bg="bg.panel"
            color={notice.bad ? "stop.fg" : "fg"}
            borderWidth="2px"
            borderColor={notice.bad ? "stop.fg" : "fg"}
            borderRadius="md"
            px="4"
            py="2"
            gap="4"
            align="center"
            fontWeight="600"
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
