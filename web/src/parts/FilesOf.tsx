/** Pictures and files of one thing: seen small, opened, added from the camera or the disk, taken off. */
import { Box, Button, Flex, Image, Link, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useAddFile, useFiles, useRemoveFile } from "../api/files";
import { useNotice } from "../app/notice";
import { useOpenPlan } from "../app/planContext";

export function FilesOf({ kind, id, name }: { kind: string; id: string; name: string }) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const files = useFiles(plan.id, id);
  const add = useAddFile(plan.id, kind, id);
  const remove = useRemoveFile(plan.id, id);
  const [keep, setKeep] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const path = (sha256: string) => `/api/plans/${plan.id}/files/${sha256}`;
  return (
    <Box as="section" mt="2" aria-label={`Pictures and files of ${name}`} w="100%">
      <Text fontSize="13px" fontWeight="700" color="fg.muted">
        Pictures and files
      </Text>
      <Flex gap="2" wrap="wrap" mb="1">
        {files.data?.map((one) => (
          <Box key={one.sha256} w="110px" fontSize="12px" data-file={one.name}>
            <Link href={path(one.sha256)} target="_blank" rel="noreferrer" color="accent.fg" display="block">
              {one.media_type.startsWith("image/") ? (
                <Image src={`${path(one.sha256)}/thumbnail`} alt={one.name} w="110px" h="82px" objectFit="cover" borderWidth="1px" />
              ) : (
                <Flex w="110px" h="82px" borderWidth="1px" align="center" justify="center" fontWeight="700">
                  PDF
                </Flex>
              )}
              <Text truncate>{one.name}</Text>
            </Link>
            <Button
              size="xs"
              variant="ghost"
              colorPalette="accent"
              px="0"
              minH="28px"
              aria-label={`Take off ${one.name}`}
              onClick={() => remove.mutate(one.sha256, { onSuccess: () => say(`${one.name} is taken off.`), onError: refuse })}
            >
              Take off
            </Button>
          </Box>
        ))}
      </Flex>
      {files.error && <Text color="stop.fg">{files.error.message}</Text>}
      <Flex align="center" gap="3" wrap="wrap">
        <Button size="xs" minH="32px" variant="outline" colorPalette="accent" loading={add.isPending} onClick={() => input.current?.click()}>
          Add a picture or PDF …
        </Button>
        <Flex asChild align="center" gap="1.5" fontSize="13px" minH="32px">
          <label>
            <input type="checkbox" checked={keep} onChange={() => setKeep(!keep)} style={{ width: 18, height: 18 }} />
            <span>keep the position in it</span>
          </label>
        </Flex>
      </Flex>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/png,image/jpeg,application/pdf"
        aria-label={`File for ${name}`}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) add.mutate({ file, keep_position: keep }, { onSuccess: () => say(`${file.name} is kept with ${name}.`), onError: refuse });
        }}
      />
    </Box>
  );
}
