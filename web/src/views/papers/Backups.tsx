/** Copies of the data folder: made now or daily, and where they lie. */
import { Button, Link, Text } from "@chakra-ui/react";
import { useCopies, useCopyNow } from "../../api/papers";
import { useNotice } from "../../app/notice";
import { Mono } from "../../words/Mono";

const when = (at: string) => new Date(at).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" });
const large = (bytes: number) => (bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(1)} MB`);

export function Backups() {
  const { say, refuse } = useNotice();
  const copies = useCopies();
  const make = useCopyNow();
  const found = copies.data?.copies ?? [];
  return (
    <>
      <Text mb="2">
        All plans and files of this data folder in one ZIP, while it is in use. A daily copy is kept for {copies.data?.days ?? 14} days; what you make here
        stays. To put one back, stop Passerelle and run <Mono>passerelle restore FILE</Mono>: it is looked over first, and what was there is kept.
      </Text>
      <Button
        variant="outline"
        colorPalette="accent"
        minH="40px"
        loading={make.isPending}
        onClick={() => make.mutate(undefined, { onSuccess: (made) => say(`Copied: ${made.copies[0]?.name ?? ""}.`), onError: refuse })}
      >
        Make a copy now
      </Button>
      {copies.data && (
        <Text fontSize="14px" color="fg.muted" mt="2" overflowWrap="anywhere">
          In {copies.data.folder}
        </Text>
      )}
      {copies.error && <Text color="stop.fg">{copies.error.message}</Text>}
      {found.slice(0, 20).map((one) => (
        <Text key={one.name} fontSize="15px" minH="32px">
          <Link href={`/api/backups/${one.name}`} color="accent.fg">
            {when(one.at)}
          </Link>
          , {large(one.size)}
          {one.daily ? ", daily" : ""}
        </Text>
      ))}
      {copies.data && found.length === 0 && <Text>No copy yet.</Text>}
    </>
  );
}
