import { describe, expect, it } from "vitest";
import { differences, documentOf, formOf, kindOf, typed } from "./forms";

const about = { name: " berth ", note: "", labels: "pci, kiosk" };

describe("forms of objects", () => {
  it("make the document they were made from", () => {
    const document = {
      name: "nights",
      weekly: [{ days: ["mon", "tue"], from: "22:00", to: "05:00" }],
    };
    const form = formOf("schedule", document);
    const entered = { weekly: typed(form.fields[0], document) };
    expect(entered.weekly).toBe("mon tue 22:00-05:00");
    expect(documentOf(form, entered, { name: "nights", note: "", labels: "" })).toEqual(document);
  });

  it("are told apart by what gives the form, not by what several have", () => {
    const content = ["192.0.2.7"];
    expect(formOf("address", { name: "n", content, feed: "list.txt" }).name).toBe("feed");
    expect(formOf("address", { name: "n", content, countries: ["ZZ"] }).name).toBe("countries");
    expect(formOf("address", { name: "n", content, domain: "a.example.net" }).name).toBe("domain");
    expect(formOf("service", { name: "n", udp: "53" }).name).toBe("service");
  });

  it("leave out what is empty, but not what makes the form", () => {
    const group = formOf("address", { members: [] });
    expect(documentOf(group, {}, about)).toEqual({
      name: "berth",
      labels: ["pci", "kiosk"],
      members: [],
    });
    const ports = kindOf("service").forms[0];
    expect(documentOf(ports, { udp: "53" }, { ...about, labels: "" })).toEqual({
      name: "berth",
      udp: "53",
    });
  });

  it("tell a group from a single one", () => {
    expect(formOf("address", { name: "x", members: ["a"] }).name).toBe("group");
    expect(formOf("application", { name: "x", risk: 3 }).name).toBe("application");
    expect(formOf("zone", { name: "x" }).name).toBe("zone");
  });
});

describe("two versions of an object", () => {
  it("differ in what one says and the other does not", () => {
    const mine = { name: "quay", members: ["a", "b"], note: "" };
    const theirs = { name: "quay", members: ["a"], labels: ["pci"] };
    expect(differences(mine, theirs)).toEqual([
      { key: "members", mine: "a, b", theirs: "a" },
      { key: "labels", mine: "", theirs: "pci" },
    ]);
  });

  it("name the times of a schedule", () => {
    const at = (to: string) => ({ name: "n", weekly: [{ days: ["mon"], from: "07:00", to }] });
    expect(differences(at("18:00"), at("19:00"))).toEqual([
      { key: "weekly", mine: "mon 07:00 18:00", theirs: "mon 07:00 19:00" },
    ]);
  });
});
