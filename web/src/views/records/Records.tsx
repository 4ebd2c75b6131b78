/** Records: what somebody needs to know years later, each question a page of its own. */
import { Box, Button, Flex, Heading } from "@chakra-ui/react";
import { useSearchParams } from "react-router";
import { useOpenPlan } from "../../app/planContext";
import { Toggle } from "../../forms/Toggle";
import { BeforeCut } from "./BeforeCut";
import { FreeStrands } from "./FreeStrands";
import { HandOver } from "./HandOver";
import { NewSpeed } from "./NewSpeed";
import { Modules, Since, WhereUsed } from "./Lists";

const PAGES = [
  { value: "cut", label: "before a cut" },
  { value: "free", label: "free strands" },
  { value: "since", label: "day one and today" },
  { value: "parts", label: "where parts are" },
  { value: "modules", label: "modules by serial" },
  { value: "speed", label: "a new speed" },
  { value: "handover", label: "hand-over" },
];

export function Records() {
  const { plan } = useOpenPlan();
  const [search, setSearch] = useSearchParams();
  const page = search.get("page") ?? "cut";
  return (
    <Box flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" pb="6" overflowY="auto" className="print-whole">
      <Flex gap="3" wrap="wrap" align="center" className="no-print" mb="2">
        <Toggle label="Which record" value={page} options={PAGES} onChange={(value) => setSearch({ page: value })} />
        <Button
          size="sm"
          minH="34px"
          ml="auto"
          variant="outline"
          colorPalette="accent"
          onClick={() => window.location.assign(`/api/plans/${plan.id}/papers/book.pdf?pictures=true`)}
        >
          As-built book, PDF
        </Button>
      </Flex>
      {page === "cut" && <BeforeCut />}
      {page === "free" && <FreeStrands />}
      {page === "since" && <Since />}
      {page === "parts" && <WhereUsed />}
      {page === "modules" && <Modules />}
      {page === "speed" && <NewSpeed />}
      {page === "handover" && <HandOver />}
      {!PAGES.some((one) => one.value === page) && (
        <Heading as="h1" fontSize="22px">
          There is no such record
        </Heading>
      )}
    </Box>
  );
}
