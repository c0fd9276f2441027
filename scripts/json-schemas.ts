import { writeFileSync } from "node:fs";
import { format } from "prettier";
import { jsonSchemas } from "../src/formats/json-schemas";

// Writes docs/formats/*.schema.json anew; a test holds them to what they are generated from.
for (const { name, schema } of jsonSchemas())
  writeFileSync(
    `docs/formats/${name}.schema.json`,
    await format(JSON.stringify(schema), { parser: "json", printWidth: 120 }),
  );
