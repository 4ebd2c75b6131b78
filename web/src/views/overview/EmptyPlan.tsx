import { Box, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { useOpenPlan } from "../../app/planContext";
import { Mono } from "../../words/Mono";

/** Ways to begin, in the order in which most people come: a wish, what stands there, where it is, what lies there. */
const BEGIN = [
  { to: "need?need=new", key: "n", label: "Say what is wanted", text: "One line is enough: Hut to Mast 1G, 420 ft. Every way to do it is built and judged." },
  { to: "devices", key: "e", label: "Record devices and their ports", text: "Which cages and jacks are there, what they draw and give." },
  { to: "survey", key: "1", label: "Record places and pathways", text: "What there is to pull through, and how far it is." },
  { to: "lists", key: "", label: "Bring in a list", text: "Places, pathways, cables, needs or links as built, from anybody’s spreadsheet." },
  { to: "survey?open=identify", key: "", label: "What is this cable?", text: "Glass that lies there already, by its print and colour." },
];

export function EmptyPlan() {
  const { plan } = useOpenPlan();
  return (
    <Box py={{ base: "3", md: "6" }} maxW="640px" data-begin="">
      {BEGIN.map((one) => (
        <Link
          key={one.to}
          asChild
          display="flex"
          alignItems="center"
          gap="3"
          minH="60px"
          borderTopWidth="1px"
          py="2"
          color="fg"
          textDecoration="none"
          _hover={{ bg: "bg.panel" }}
        >
          <RouterLink to={`/plans/${plan.id}/${one.to}`}>
            <Box flex="1">
              <Text fontWeight="700" fontSize="17px" color="accent.fg">
                {one.label}
              </Text>
              <Text color="fg.muted" fontSize="14px">
                {one.text}
              </Text>
            </Box>
            {one.key && <Mono color="fg.muted">{one.key}</Mono>}
          </RouterLink>
        </Link>
      ))}
    </Box>
  );
}
