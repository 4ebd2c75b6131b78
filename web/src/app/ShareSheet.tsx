/** A second device over the site's own network: where, a code for one device, what each may, and turning it off. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { forgetDevice, newCode, startShare, stopShare, turnDevice, useShare, useSharing, type Paired, type Role, type ShareView } from "../api/share";
import { Choice, TextField } from "../forms/Field";
import { Toggle } from "../forms/Toggle";
import { Problem } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { typed } from "../words/figures";
import { Mono } from "../words/Mono";

const ROLES: { value: Role; label: string }[] = [
  { value: "look", label: "Look" },
  { value: "site", label: "On site" },
  { value: "plan", label: "Plan" },
];
const MAY: Record<Role, string> = {
  look: "It sees the plans and changes nothing.",
  site: "It ticks tasks and notes what was found; plans stay as they are.",
  plan: "It changes plans too, as this machine does.",
};
const OTHER = "another …";

export function ShareSheet({ onClose }: { onClose: () => void }) {
  const share = useShare();
  const acts = useSharing();
  const view = share.data;
  const problem = acts.error?.message ?? share.error?.message ?? null;
  return (
    <Sheet title="A second device on this network" open onClose={onClose} size="lg">
      {!view && !problem && <Text>Looking at this machine’s addresses …</Text>}
      {view?.url === null && <Off view={view} acts={acts} />}
      {view?.url != null && <On view={view} acts={acts} />}
      <Problem text={problem} />
      {view && view.devices.length > 0 && <Devices devices={view.devices} acts={acts} />}
    </Sheet>
  );
}

type Acts = ReturnType<typeof useSharing>;

function Off({ view, acts }: { view: ShareView; acts: Acts }) {
  const [chosen, setChosen] = useState(view.addresses[0] ?? OTHER);
  const [other, setOther] = useState("");
  const [port, setPort] = useState(view.port);
  const address = chosen === OTHER ? other : chosen;
  return (
    <>
      <Text mb="3">
        Off: nothing beyond this machine gets an answer. On, paired devices on the site’s own network reach the plans here, encrypted, by a certificate that is
        made on this machine. Choose a network that is yours.
      </Text>
      <Flex gap="3" wrap="wrap" align="end">
        <Choice
          label="Address of this machine"
          width="220px"
          value={chosen}
          options={[...view.addresses, OTHER].map((one) => ({ value: one, label: one }))}
          onChange={setChosen}
        />
        {chosen === OTHER && (
          <TextField
            label="Address"
            width="180px"
            mono
            value={other}
            onCommit={(text) => {
              setOther(text);
              return undefined;
            }}
          />
        )}
        <TextField
          label="Port"
          width="90px"
          mono
          value={String(port)}
          invalid={(text) => {
            const number = typed(text);
            return number !== null && Number.isInteger(number) && number >= 1 && number <= 65535 ? null : `“${text}” is not a port, 1 to 65535`;
          }}
          onCommit={(text) => {
            setPort(typed(text) ?? view.port);
            return undefined;
          }}
        />
        <Button minH="44px" colorPalette="accent" loading={acts.isPending} onClick={() => acts.mutate(() => startShare(address, port))}>
          Share
        </Button>
      </Flex>
    </>
  );
}

function On({ view, acts }: { view: ShareView; acts: Acts }) {
  const [role, setRole] = useState<Role>("site");
  const pairs = (view.fingerprint ?? "").split(":");
  const rows = [0, 8, 16, 24].map((at) => pairs.slice(at, at + 8).join(":"));
  return (
    <>
      <Text fontSize="18px">
        Shared at <Mono fontWeight="700">{view.url}</Mono>
      </Text>
      <Box borderWidth="2px" borderStyle="dashed" px="3" py="2" my="2">
        <Text fontWeight="600">The other browser warns once, since the certificate was made here. Let it show the certificate and compare, SHA-256:</Text>
        {rows.map((row) => (
          <Mono key={row} display="block" fontSize="15px">
            {row}
          </Mono>
        ))}
      </Box>
      <Flex gap="3" wrap="wrap" align="center" mt="3">
        <Toggle label="What the next device may" value={role} options={ROLES} onChange={(value) => setRole(value as Role)} />
        <Button minH="44px" colorPalette="accent" onClick={() => acts.mutate(() => newCode(role))}>
          {view.code ? "Another code" : "Code for one device"}
        </Button>
        <Button minH="44px" variant="outline" colorPalette="accent" ml="auto" onClick={() => acts.mutate(stopShare)}>
          Stop sharing
        </Button>
      </Flex>
      <Text fontSize="14px" color="fg.muted" mt="1">
        {MAY[role]}
      </Text>
      {view.code && (
        <Flex gap="4" mt="3" align="center" wrap="wrap" data-code="">
          <img src={view.code.qr} width={210} height={210} alt={`QR code of ${view.code.url}`} style={{ background: "#fff" }} />
          <Box>
            <Mono fontSize="34px" fontWeight="700" letterSpacing="2px">
              {view.code.code}
            </Mono>
            <Text>
              for one device, {ROLES.find((one) => one.value === view.code?.role)?.label.toLowerCase()}, valid for {Math.ceil(view.code.left_s / 60)} min still
            </Text>
            <Text fontSize="14px" color="fg.muted">
              Or open {view.url}/pair there and type the code.
            </Text>
          </Box>
        </Flex>
      )}
    </>
  );
}

function Devices({ devices, acts }: { devices: Paired[]; acts: Acts }) {
  return (
    <Box mt="4" as="section" aria-label="Paired devices">
      <Text fontSize="13px" fontWeight="700" color="fg.muted">
        Paired devices
      </Text>
      {devices.map((one) => (
        <Flex key={one.id} align="center" gap="2" minH="48px" borderBottomWidth="1px" wrap="wrap" data-device={one.name}>
          <Text flex="1" minW="160px">
            <b>{one.name}</b>, {ROLES.find((role) => role.value === one.role)?.label.toLowerCase()}
            {one.off && (
              <Text as="span" color="warn.fg" fontWeight="600">
                {" "}
                · turned off
              </Text>
            )}
            <Text as="span" display="block" fontSize="13px" color="fg.muted">
              {one.seen === null ? "not seen since it was paired" : `seen ${new Date(one.seen).toLocaleString()}`}
            </Text>
          </Text>
          <Button size="sm" minH="36px" variant="outline" colorPalette="accent" onClick={() => acts.mutate(() => turnDevice(one.id, !one.off))}>
            {one.off ? "Let in again" : "Turn off"}
          </Button>
          <Button size="sm" minH="36px" variant="ghost" colorPalette="accent" onClick={() => acts.mutate(() => forgetDevice(one.id))}>
            Delete
          </Button>
        </Flex>
      ))}
    </Box>
  );
}
