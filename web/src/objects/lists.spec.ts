import { describe, expect, it } from "vitest";
import type { LibraryObject } from "../api/client";
import { table } from "./download";
import { cells, listed, without, contentOf } from "./lists";

const documents = (kind: "address" | "service", content: string) =>
  listed(kind, content).map((r) => r.document);

describe("the cells of a line", () => {
  it("are quoted as in a table of comma-separated values", () => {
    expect(cells('"quay, north",10.72.4.9,"the ""old"" gate"')).toEqual([
      "quay, north",
      "10.72.4.9",
      'the "old" gate',
    ]);
  });

  it("stand between tabs, or semicolons, or commas, whichever there are", () => {
    expect(cells("a\tb, c; d")).toEqual(["a", "b, c; d"]);
    expect(cells("a;b, c")).toEqual(["a", "b, c"]);
    expect(cells("a,b,")).toEqual(["a", "b", ""]);
  });

  it("keep a quote in the middle of a word", () => {
    expect(cells('12" rack,10.0.0.1')).toEqual(['12" rack', "10.0.0.1"]);
  });
});

describe("a list", () => {
  it("keeps its headings and comments when lines are taken out", () => {
    expect(without("name,content\n# old\na,10.0.0.1\nb,10.0.0.300", new Set([3]))).toBe(
      "name,content\n# old\nb,10.0.0.300",
    );
  });
});

describe("a list of addresses", () => {
  it("finds addresses, names and notes in any order of columns", () => {
    const rows = listed(
      "address",
      'kiosk 1\t10.72.4.9\tby the gate\n10.72.5.0/24\n"quay";2001:db8::/64\nnothing',
    );
    expect(rows.map((r) => r.document)).toEqual([
      { name: "kiosk 1", host: "10.72.4.9", note: "by the gate" },
      { name: "10.72.5.0-24", network: "10.72.5.0/24" },
      { name: "quay", network: "2001:db8::/64" },
      undefined,
    ]);
    expect(rows[3]?.line).toBe(4);
  });

  it("gives no name twice", () => {
    const names = documents("address", "a,10.0.0.1\na,10.0.0.2\na,10.0.0.3").map((d) => d?.name);
    expect(new Set(names).size).toBe(3);
  });

  it("keeps a range whole", () => {
    expect(documents("address", "10.0.0.1-10.0.0.9")).toEqual([
      { name: "10.0.0.1-10.0.0.9", range: "10.0.0.1-10.0.0.9" },
    ]);
  });

  it("passes over comments and empty lines", () => {
    expect(documents("address", "# the kiosks\n\n10.0.0.1 # by the gate\n")).toEqual([
      { name: "10.0.0.1", host: "10.0.0.1" },
    ]);
  });

  it("reads back what was exported, with notes and labels", () => {
    const object: LibraryObject = {
      id: 1,
      kind: "address",
      name: "kiosk 1",
      form: "host",
      value: "10.72.4.9",
      note: "by the gate, left",
      category: "",
      labels: ["pci", "kiosk"],
    };
    expect(documents("address", table([object]))).toEqual([
      { name: "kiosk 1", host: "10.72.4.9", note: "by the gate, left", labels: ["pci", "kiosk"] },
    ]);
  });
});

describe("a list of services", () => {
  it("reads ports, source ports, ICMP and other protocols", () => {
    expect(
      documents(
        "service",
        "https;tcp/443\nhigh;tcp 1024-65535, 22\nsync;udp/123 from 123\nping;icmp/8/0\ngre;protocol/47",
      ),
    ).toEqual([
      { name: "https", tcp: "443" },
      { name: "high", tcp: "1024-65535, 22" },
      { name: "sync", udp: "123", udpFrom: "123" },
      { name: "ping", icmp: "8/0" },
      { name: "gre", protocol: 47 },
    ]);
  });

  it("puts several protocols into one object", () => {
    expect(documents("service", "dns, tcp/53 + udp/53")).toEqual([
      { name: "dns", tcp: "53", udp: "53" },
    ]);
    expect(documents("service", "web, tcp/80 + tcp/443")).toEqual([
      { name: "web", tcp: "80, 443" },
    ]);
  });

  it("knows the headings that plans of networks have", () => {
    const plan = "Description;IP;Object\nthe harbour office;10.1.0.0/16;office";
    expect(documents("address", plan)).toEqual([
      { name: "office", network: "10.1.0.0/16", note: "the harbour office" },
    ]);
    expect(documents("address", "address\n10.1.4.10")).toEqual([
      { name: "10.1.4.10", host: "10.1.4.10" },
    ]);
  });

  it("reads back what was exported", () => {
    const value = "udp 123 from 123 · tcp 53";
    const object = { id: 2, kind: "service", name: "sync", form: "service", value };
    expect(
      documents("service", table([{ ...object, note: "", category: "", labels: [] }])),
    ).toEqual([{ name: "sync", udp: "123", udpFrom: "123", tcp: "53" }]);
    expect(contentOf({ name: "sync", udp: "123", udpFrom: "123", tcp: "53" })).toBe(value);
  });

  it("leaves out what is no service, naming its line", () => {
    expect(listed("service", "tcp/443\nhttps please")[1]).toEqual({
      line: 2,
      value: "https please",
    });
  });
});
