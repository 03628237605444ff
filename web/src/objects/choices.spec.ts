import { describe, expect, it } from "vitest";
import { literalOf, matching } from "./choices";

const choices = [
  { name: "gannet-lan", what: "network", value: "10.72.16.0/20" },
  { name: "gatehouse", what: "host", value: "10.72.16.20" },
  { name: "old gannet", what: "host", value: "10.72.16.21" },
];

describe("what a picker offers", () => {
  it("puts an object with the typed content before a new literal", () => {
    const names = matching(choices, "10.72.16.0/20", ["address"]).map((c) => `${c.name} ${c.what}`);
    expect(names).toEqual(["gannet-lan network", "10.72.16.0/20 new network"]);
  });

  it("puts names that begin with the text before names that hold it", () => {
    expect(matching(choices, "gan", ["address"]).map((c) => c.name)).toEqual([
      "gannet-lan",
      "old gannet",
    ]);
  });

  it("knows what looks like an address or a service", () => {
    expect(literalOf("address", "10.0.0.1")).toBe("address");
    expect(literalOf("address", "2001:db8::/32")).toBe("network");
    expect(literalOf("address", "10.0.0.1-10.0.0.9")).toBe("range");
    expect(literalOf("address", "cafe")).toBeUndefined();
    expect(literalOf("service", "tcp/8000-8010")).toBe("service");
    expect(literalOf("service", "icmp/8/0")).toBe("service");
    expect(literalOf("service", "https")).toBeUndefined();
  });
});
