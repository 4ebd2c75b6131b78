/** The pages about what stands beside the links: house rules, field guide and own parts, devices. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { NavLink } from "react-router";
import { useOpenPlan } from "../../app/planContext";

const PAGES = [
  ["rules", "House rules"],
  ["guide", "Field guide and own parts"],
  ["devices", "Devices and spares"],
] as const;

interface Props {
  title: string;
  told?: string;
  action?: ReactNode;
  children: ReactNode;
}

export function BesideFrame({ title, told, action, children }: Props) {
  const { plan } = useOpenPlan();
  return (
    <Flex direction="column" flex="1" minH="0" px="4" pt="2" className="print-whole">
      <Flex align="baseline" gap="4" wrap="wrap" mb="2">
        <Heading as="h1" fontSize="28px" lineHeight="1.15" data-answer="">
          {title}
        </Heading>
        {told && <Text color="fg.muted">{told}</Text>}
        <Flex ml="auto" gap="4" align="center" className="no-print">
          {PAGES.map(([to, label]) => (
            <Link key={to} asChild color="accent.fg" fontWeight="600" _currentPage={{ color: "fg", textDecoration: "none" }}>
              <NavLink to={`/plans/${plan.id}/${to}`}>{label}</NavLink>
            </Link>
          ))}
          {action}
        </Flex>
      </Flex>
      <Box flex="1" minH="0" overflowY="auto" pb="4" className="print-whole">
        {children}
      </Box>
    </Flex>
  );
}
