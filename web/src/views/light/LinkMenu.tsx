/** What can be done with the whole link: rename, duplicate, delete. */
import { Button, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { LinkView } from "../../api/client";
import { useDeleteLink, useDuplicateLink } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Sheet } from "../../parts/Sheet";

interface Props {
  view: LinkView;
  onStep: (step: 1 | -1) => void;
  onRename: (name: string) => Promise<unknown>;
}

export function LinkMenu({ view, onStep, onRename }: Props) {
  const { plan } = useOpenPlan();
  const navigate = useNavigate();
  const { say, refuse } = useNotice();
  const duplicate = useDuplicateLink(plan.id);
  const remove = useDeleteLink(plan.id);
  const [renaming, setRenaming] = useState(false);
  const name = view.summary.name;
  const act = (label: string, onClick: () => void) => (
    <Button size="xs" h="22px" variant="ghost" colorPalette="accent" color="accent.fg" onClick={onClick} px="2">
      {label}
    </Button>
  );
  return (
    <Flex ml="auto" gap="0.5">
      <Flex hideFrom="lg">
        {act("‹ Previous", () => onStep(-1))}
        {act("Next ›", () => onStep(1))}
      </Flex>
      {act("Rename", () => setRenaming(true))}
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
      {renaming && (
        <RenameSheet name={name} onClose={() => setRenaming(false)} onRename={onRename} />
      )}
    </Flex>
  );
}

interface RenameProps extends Pick<Props, "onRename"> {
  name: string;
  onClose: () => void;
}

function RenameSheet({ name, onClose, onRename }: RenameProps) {
  const [text, setText] = useState(name);
  const [problem, setProblem] = useState<string | null>(null);
  const store = () => {
    onRename(text.trim()).then(onClose, (error: unknown) =>
      setProblem(error instanceof Error ? error.message : String(error)),
    );
  };
  return (
    <Sheet
      title="Rename the link"
      open
      onClose={onClose}
      footer={
        <Button colorPalette="accent" onClick={store}>
          Rename
        </Button>
      }
    >
      <Input
        aria-label="Name of the link"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => e.key === "Enter" && store()}
        autoFocus
      />
      {problem && (
        <Text color="stop.fg" mt="1" role="alert">
          {problem}
        </Text>
      )}
    </Sheet>
  );
}
