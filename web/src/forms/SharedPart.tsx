/** Which one thing a part is, where several links pass one cassette, cord or multiplexer. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { useShare, useSharedParts } from "../api/beside";
import { idOf, type SegmentDoc } from "../api/client";
import { useNotice } from "../app/notice";
import { useOpenPlan } from "../app/planContext";
import { AskSheet } from "./AskSheet";
import { Choice } from "./Field";

interface Props {
  link: string;
  part: SegmentDoc;
}

const NEW = "\u0000new";

export function SharedPart({ link, part }: Props) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const shared = useSharedParts(plan.id, plan.revision).data ?? [];
  const share = useShare(plan.id);
  const [asking, setAsking] = useState(false);
  const [open, setOpen] = useState(false);
  const mine = shared.find((one) => one.doc.name === part.shared);
  const others = mine?.links.filter((one) => one.id !== link) ?? [];
  const alike = shared.filter((one) => one.doc.part.segment === part.segment);
  const put = (name: string | null) =>
    share
      .mutateAsync({ link_id: link, at: idOf(part), name })
      .then(() => say(name === null ? "This part is this link's alone. Undo with u." : `This part is ${name}. Undo with u.`));
  return (
    <Box data-shared-part="">
      <Flex gap="2" align="end" wrap="wrap">
        <Choice
          label="Which one it is"
          width="220px"
          value={part.shared ?? ""}
          options={[
            { value: "", label: "this link’s alone" },
            ...alike.map((one) => ({ value: one.doc.name, label: one.doc.name })),
            { value: NEW, label: "a part that other links pass too …" },
          ]}
          onChange={(value) => {
            if (value === NEW) {
              setAsking(true);
              return undefined;
            }
            return put(value || null).catch(refuse);
          }}
        />
        {mine && (
          <Text fontSize="14px" pb="1.5">
            {others.length === 0
              ? "No other link passes it yet."
              : `${others.length === 1 ? "One other link passes" : `${others.length} other links pass`} it: what is changed here changes for all.`}{" "}
            {others.length > 0 && (
              <Button size="xs" h="24px" variant="ghost" colorPalette="accent" aria-expanded={open} onClick={() => setOpen(!open)}>
                {open ? "Hide" : "Which?"}
              </Button>
            )}
          </Text>
        )}
      </Flex>
      {open && (
        <Flex gap="3" wrap="wrap" fontSize="14px" mt="1">
          {others.map((one) => (
            <RouterLink key={one.id} to={`/plans/${plan.id}/links/${one.id}`} style={{ textDecoration: "underline" }}>
              {one.name}
              {one.port != null && `, port ${one.port}`}
            </RouterLink>
          ))}
        </Flex>
      )}
      {asking && (
        <AskSheet
          title="One part, several links"
          label={`Name of this ${part.segment}, as its label says`}
          value={part.label ?? ""}
          onClose={() => setAsking(false)}
          onStore={put}
        />
      )}
    </Box>
  );
}
