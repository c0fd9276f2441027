import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { jsonSchemas } from "./json-schemas";

describe.each(jsonSchemas().map((one) => [one.name, one.schema] as const))(
  "docs/formats/%s.schema.json",
  (name, schema) => {
    it("is what the reader of that file is generated from (npm run schemas writes it anew)", () => {
      const written = JSON.parse(readFileSync(`docs/formats/${name}.schema.json`, "utf8")) as unknown;
      expect(written).toEqual(JSON.parse(JSON.stringify(schema)));
    });

    it("names each field that must be there and lets no other in", () => {
      expect(schema).toMatchObject({ type: "object", additionalProperties: false });
      expect((schema as { required: string[] }).required).toEqual(expect.arrayContaining(["kind", "version"]));
    });
  },
);
