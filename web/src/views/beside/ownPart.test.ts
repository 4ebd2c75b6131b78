import { describe, expect, it } from "vitest";
import { partOf } from "./ownPart";

const SHEET = { name: "CM-4", document: "sheet", worst_case_db: "1.6", typical_db: "1,1" };

describe("the document of an own part", () => {
  it("holds a multiplexer's channels, grid and pass band", () => {
    const part = partOf({ ...SHEET, kind: "multiplexer", channels: "1471, 1491", grid: "CWDM-20nm", passband_nm: "13" });
    expect(part).toMatchObject({ typical_db: 1.1, grid: "CWDM-20nm", passband_nm: 13 });
    expect(part).toMatchObject({ channels: [{ wavelength_nm: 1471 }, { wavelength_nm: 1491 }] });
  });

  it("says which figure is none", () => {
    expect(partOf({ ...SHEET, kind: "multiplexer", channels: "1471", passband_nm: "wide" })).toBe("Pass band of a channel, nm: “wide” is not a number.");
    expect(partOf({ ...SHEET, kind: "multiplexer" })).toBe("The channels are needed, as wavelengths in nm.");
  });

  it("keeps the category that a cable prints, and none where none is said", () => {
    const cable = { ...SHEET, kind: "cable", base: "OS2", nm0: "1550", worst0: "0.25" };
    expect(partOf({ ...cable, glass: "G.652.D" })).toMatchObject({ base: "OS2", glass: "G.652.D" });
    expect(partOf(cable)).toMatchObject({ glass: null });
  });
});
