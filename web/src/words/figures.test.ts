import { describe, expect, it } from "vitest";
import { db, fromUnit, length, lengthField, plus, rate, said, typed, typedArea, typedLength, typedMillimetres, typedSpeed } from "./figures";

describe("lengths", () => {
  it("are written in metres or feet, grouped from a thousand on", () => {
    expect(length(2917, "m")).toBe("2\u202f917 m");
    expect(length(304.8, "ft")).toBe("1\u202f000 ft"); // 0.3048 m to the foot, exactly
    expect(length(1.5, "m")).toBe("1.5 m");
  });

  it("in a sentence of the core are said in the unit of the screen", () => {
    const reach = "Trench 40 m: \u2060322 m\u2060 of OM1; \u20601 640.5 m\u2060 is the reach.";
    expect(said(reach, "m")).toBe("Trench 40 m: 322 m of OM1; 1 640.5 m is the reach.");
    // 322 / 0.3048 = 1 056.4; 1 640.5 / 0.3048 = 5 382.2. A name stays a name.
    const pulled = "P-01: \u20601177 N\u2060 at \u206060 m\u2060; it needs \u2060254 mm\u2060, \u2060100 N/m\u2060, down to \u2060\u221240 °C\u2060.";
    expect(said(pulled, "m")).toBe("P-01: 1177 N at 60 m; it needs 254 mm, 100 N/m, down to \u221240 °C.");
    // 1177 / 4.448, 60 / 0.3048, 254 / 25.4, 100 x 0.3048 / 4.448 = 6.9 and -40 is -40
    expect(said(pulled, "ft")).toBe("P-01: 265 lbf at 197 ft; it needs 10 in, 7 lbf/ft, down to \u221240 °F.");
    expect(said(reach, "ft")).toBe("Trench 40 m: 1\u202f056 ft of OM1; 5\u202f382 ft is the reach.");
  });

  it("are taken with the unit of the field behind them, and millimetres in inches too", () => {
    expect(typed("1310 nm")).toBe(1310);
    expect(typed("0,35 dB")).toBe(0.35);
    expect(typed("24 strands")).toBe(24);
    expect(typed("24 m")).toBe(null); // a field without lengths takes none
    expect(typedMillimetres("40 mm")).toBe(40);
    expect(typedMillimetres("1.5 in")).toBe(38.1); // 25.4 to the inch, exactly
    expect(typedMillimetres('2"')).toBe(50.8);
    expect(typedMillimetres("wide")).toBe(null);
  });

  it("are taken in metres or in feet, whatever the screen is in", () => {
    expect(typedLength("180 m", "ft")).toBe(180);
    expect(typedLength("16 ft", "m")).toBeCloseTo(4.8768, 6); // 16 x 0.3048
    expect(typedLength("16FT", "m")).toBeCloseTo(4.8768, 6);
    expect(typedLength("5,5", "m")).toBe(5.5);
    expect(typedLength("10", "ft")).toBeCloseTo(3.048, 6);
    expect(typedLength("1,200 m", "m")).toBe(null); // 1200 or 1.2
    expect(typedLength("m", "m")).toBe(null);
    expect(typedLength("12 km", "m")).toBe(null);
  });

  it("come back from a field as they went in", () => {
    for (const metres of [0, 1, 1.5, 300, 1640, 23_336]) {
      for (const unit of ["m", "ft"] as const) {
        expect(fromUnit(Number(lengthField(metres, unit)), unit)).toBeCloseTo(metres, 2);
      }
    }
  });
});

describe("typed", () => {
  it("takes a comma, a point, a gap and a real minus", () => {
    expect([typed("1,5"), typed("2\u202f917"), typed("−3"), typed(" .5 ")]).toEqual([1.5, 2917, -3, 0.5]);
  });

  it("takes nothing that is not one number", () => {
    for (const text of ["", "abc", "1.2.3", "1e9", "0x10", "--1", "NaN", "=1+1", "1,200"]) {
      expect(typed(text)).toBeNull();
    }
  });
});

describe("levels", () => {
  it("keep the sign readable and the unknown unknown", () => {
    expect([db(-1.03), plus(2.634), plus(0, 0), db(null)]).toEqual(["−1.03", "+2.63", "0", "?"]);
    expect([rate(0.1), rate(400)]).toEqual(["100M", "400G"]);
  });
});

describe("a conductor's cross-section", () => {
  it.each([
    ["1.5", 1.5],
    ["1,5 mm²", 1.5],
    ["16 AWG", 1.309],
    ["awg 14", 2.081],
    ["24awg", 0.205],
    ["thick", null],
  ])("%s", (text, area) => expect(typedArea(text)).toBe(area));
});

describe("a speed", () => {
  it.each([
    ["40 Mb/s", 0.04],
    ["40M", 0.04],
    ["1 Gbit/s", 1],
    ["2,5 G", 2.5],
    ["10", 10],
    ["0", null],
    ["plenty", null],
    ["", null],
  ])("is read from “%s”", (text, gbps) => {
    expect(typedSpeed(text)).toBe(gbps);
  });
});
