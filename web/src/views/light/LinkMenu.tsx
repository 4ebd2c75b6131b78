/** What can be done with the whole link: rename, duplicate, delete. */
import { Button, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { LinkView } from "../../api/client";
import { useDeleteLink, useDuplicateLink } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AskSheet } from "../../forms/AskSheet";
import { FilesOf } from "../../parts/FilesOf";
import { Sheet } from "../../parts/Sheet";

interface Props {
  view: LinkView;
  onStep: (step: 1 | -1) => void;
  onCompare: () => void;
  onRename: (name: string) => Promise<unknown>;
}

export function LinkMenu({ view, onStep, onCompare, onRename }: Props) {
  const { plan } = useOpenPlan();
  const navigate = useNavigate();
  const { say, refuse } = useNotice();
  const duplicate = useDuplicateLink(plan.id);
  const remove = useDeleteLink(plan.id);
  const [renaming, setRenaming] = useState(false);
  const [files, setFiles] = useState(false);
  const name = view.summary.name;
  const act = (label: string, onClick: () => void) => (
    <Button size="xs" h="22px" variant="ghost" colorPalette="accent" color="accent.fg" onClick={onClick} px="2">
      {label}
    </Button>
  );
  return (
    <Flex ml={{ base: "-2", md: "auto" }} gap={{ base: "0", md: "0.5" }} wrap={{ base: "wrap", md: "nowrap" }}>
      <Flex hideFrom="lg">
        {act("‹ Previous", () => onStep(-1))}
        {act("Next ›", () => onStep(1))}
      </Flex>
      {act("Compare", onCompare)}
      {act("Rename", () => setRenaming(true))}
      {act("Files", () => setFiles(true))}
      {act("Duplicate", () =>
        duplicate.mutate(view.summary.id, {
          onSuccess: (changed) => {
            if (changed.link) void navigate(`/plans/${plan.id}/links/${changed.link.summary.id}`);
            say("Duplicated. Undo with u.");
          },
          onError: refuse,
        }),
      )}
      {act("Delete", () =>
        remove.mutate(view.summary.id, {
          onSuccess: () => {
            void navigate(`/plans/${plan.id}`);
            say(`Deleted “${name}”. Undo with u.`);
          },
          onError: refuse,
        }),
      )}
      <Sheet title={`Pictures and files of ${name}`} open={files} onClose={() => setFiles(false)}>
        <FilesOf kind="link" id={view.summary.id} name={name} />
      </Sheet>
      {renaming && <AskSheet title="Rename the link" label="Name of the link" value={name} onClose={() => setRenaming(false)} onStore={onRename} />}
    </Flex>
  );
}
