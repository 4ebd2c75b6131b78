/** What a person has chosen on this machine: units, light or dark, their name. */
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from "react";

export type Unit = "m" | "ft";
export type Mode = "light" | "dark";

interface Settings {
  unit: Unit;
  mode: Mode;
  who: string;
}

interface SettingsApi extends Settings {
  set: (change: Partial<Settings>) => void;
}

const KEY = "passerelle.settings";

function stored(): Settings {
  const prefersDark = window.matchMedia("(prefers-color-scheme: dark)").matches;
  const fallback: Settings = { unit: "m", mode: prefersDark ? "dark" : "light", who: "" };
  try {
    const raw = JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Settings>;
    return { ...fallback, ...raw };
  } catch {
    return fallback;
  }
}

export function applyMode(mode: Mode) {
  const root = document.documentElement;
  root.classList.remove("light", "dark");
  root.classList.add(mode);
  root.style.colorScheme = mode;
}

/** The name that changes are signed with; read where requests are made. */
export function currentWho(): string {
  return stored().who;
}

applyMode(stored().mode);

const SettingsContext = createContext<SettingsApi | null>(null);

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [settings, setSettings] = useState(stored);
  useEffect(() => {
    localStorage.setItem(KEY, JSON.stringify(settings));
    applyMode(settings.mode);
  }, [settings]);
  const api = useMemo(
    () => ({
      ...settings,
      set: (change: Partial<Settings>) => setSettings((old) => ({ ...old, ...change })),
    }),
    [settings],
  );
  return <SettingsContext.Provider value={api}>{children}</SettingsContext.Provider>;
}

export function useSettings(): SettingsApi {
  const api = useContext(SettingsContext);
  if (!api) throw new Error("useSettings outside SettingsProvider");
  return api;
}
