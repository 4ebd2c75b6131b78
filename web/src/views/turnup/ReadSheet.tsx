/** Reading an end: a memory dump, levels by hand from module or meter, the error counter. */
import { Box, Button, Flex, Heading, Input, Text, Textarea } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useTurnUpActs, type TurnUpLink } from "../../api/turnup";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Toggle } from "../../forms/Toggle";
import { Sheet } from "../../parts/Sheet";
import { typed } from "../../words/figures";
import { levelOf, type Level } from "./told";
import { useTurning } from "./useTurning";

interface Props {
  link: TurnUpLink;
  end: "a" | "b";
  onClose: () => void;
}

export function ReadSheet({ link, end, onClose }: Props) {
  const { plan } = useOpenPlan();
  const { memory } = useTurnUpActs(plan.id, link.id);
  const { levels, counter } = useTurning(link.id);
  const { say } = useNotice();
  const arriving = link.levels.find((one) => one.end === end);
  const lanes = Math.max(1, arriving?.lanes.length ?? 1);
  const [meter, setMeter] = useState<"module" | "meter">("module");
  const [rows, setRows] = useState(() => Array.from({ length: lanes }, () => ({ tx: "", rx: "" })));
  const [count, setCount] = useState("");
  const [dump, setDump] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const place = link.ends[end] ?? `end ${end}`;
  const send = (data: Blob, name: string) =>
    memory.mutate(
      { data, end, name },
      {
        onSuccess: (told) => {
          say(told.said);
          onClose();
        },
        onError: (error) => setProblem(error.message),
      },
    );
  const keepLevels = () => {
    const made: { tx_dbm: Level | null; rx_dbm: Level | null }[] = [];
    for (const row of rows) {
      const tx = levelOf(row.tx);
      const rx = levelOf(row.rx);
      const wrong = [tx, rx].find((one) => one !== null && "problem" in one);
      if (wrong && "problem" in wrong) {
        setProblem(wrong.problem);
        return;
      }
      made.push({ tx_dbm: tx && "level" in tx ? tx.level : null, rx_dbm: rx && "level" in rx ? rx.level : null });
    }
    if (made.every((one) => one.tx_dbm === null && one.rx_dbm === null)) {
      setProblem("Type a level first: what is left empty counts as not read.");
      return;
    }
    void levels(end, made, meter).then(onClose);
  };
  const keepCount = () => {
    const value = typed(count);
    if (value === null || value < 0) {
      setProblem(`“${count}” is no number of errors.`);
      return;
    }
    void counter(end, value).then(onClose);
  };
  const set = (n: number, key: "tx" | "rx", text: string) => setRows(rows.map((row, i) => (i === n ? { ...row, [key]: text } : row)));
  return (
    <Sheet title={`Read ${place}`} open onClose={onClose} size="md">
      {problem && (
        <Text role="alert" color="stop.fg" fontWeight="600" mb="2">
          {problem}
        </Text>
      )}
      <Heading as="h3" fontSize="15px">
        Levels
      </Heading>
      <Flex my="1">
        <Toggle
          label="Read by"
          value={meter}
          options={[
            { value: "module", label: "module’s own meter, ± 3 dB" },
            { value: "meter", label: "power meter, ± 0.2 dB" },
          ]}
          onChange={(value) => setMeter(value as "module" | "meter")}
        />
      </Flex>
      {rows.map((row, n) => (
        <Flex key={n} gap="2" align="end" py="1">
          {lanes > 1 && <Text w="56px">lane {n + 1}</Text>}
          <Typed label={`Receives, dBm${lanes > 1 ? `, lane ${n + 1}` : ""}`} value={row.rx} onChange={(text) => set(n, "rx", text)} onEnter={keepLevels} />
          {meter === "module" && (
            <Typed label={`Sends, dBm${lanes > 1 ? `, lane ${n + 1}` : ""}`} value={row.tx} onChange={(text) => set(n, "tx", text)} onEnter={keepLevels} />
          )}
        </Flex>
      ))}
      <Text fontSize="13px" color="fg.muted">
        A figure, or “no light”. What is left empty counts as not read.
      </Text>
      <Button size="sm" minH="38px" mt="1" colorPalette="accent" onClick={keepLevels}>
        Keep levels
      </Button>
      <Heading as="h3" fontSize="15px" mt="4">
        Error counter
      </Heading>
      <Flex gap="2" align="end">
        <Typed label="It stands at" value={count} onChange={setCount} onEnter={keepCount} />
        <Button size="sm" minH="38px" variant="outline" colorPalette="accent" onClick={keepCount}>
          Keep counter
        </Button>
      </Flex>
      <Text fontSize="13px" color="fg.muted">
        Read it twice, some minutes apart: only the difference tells.
      </Text>
      <Heading as="h3" fontSize="15px" mt="4">
        The module’s memory
      </Heading>
      <Text fontSize="13px" color="fg.muted">
        Hex text or a file, as the device prints it: SFF-8472, SFF-8636, CMIS. It says what the module is, and its levels.
      </Text>
      <Textarea
        w="100%"
        borderWidth="1px"
        borderRadius="md"
        bg="bg.panel"
        p="2"
        mt="1"
        rows={4}
        fontFamily="mono"
        fontSize="12px"
        aria-label="Memory as hex text"
        placeholder="0000: 03 04 07 20 …"
        value={dump}
        onChange={(event) => setDump(event.target.value)}
      />
      <Flex gap="2" mt="1" wrap="wrap">
        <Button
          size="sm"
          minH="38px"
          variant="outline"
          colorPalette="accent"
          loading={memory.isPending}
          onClick={() => (dump.trim() ? send(new Blob([dump]), "memory.txt") : setProblem("Paste the memory first, or open a file."))}
        >
          Read what is pasted
        </Button>
        <Button size="sm" minH="38px" variant="outline" colorPalette="accent" onClick={() => file.current?.click()}>
          Open a file …
        </Button>
        <input
          ref={file}
          type="file"
          hidden
          aria-label="Memory dump"
          onChange={(event) => {
            const chosen = event.target.files?.[0];
            if (chosen) send(chosen, chosen.name.slice(0, 120) || "memory.bin");
            event.target.value = "";
          }}
        />
      </Flex>
    </Sheet>
  );
}

function Typed({ label, value, onChange, onEnter }: { label: string; value: string; onChange: (text: string) => void; onEnter: () => void }) {
  return (
    <Box asChild flex="1">
      <label>
        <Text fontSize="12px" color="fg.muted">
          {label}
        </Text>
        <Input
          size="sm"
          h="38px"
          fontFamily="mono"
          value={value}
          onChange={(event) => onChange(event.target.value)}
          onKeyDown={(event) => event.key === "Enter" && onEnter()}
        />
      </label>
    </Box>
  );
}
