// Makes the TypeScript types of everything that crosses to the browser from the JSON Schemas in docs/formats.
import { compileFromFile } from 'json-schema-to-typescript'
import { mkdir, readdir, writeFile } from 'node:fs/promises'
import { basename, join } from 'node:path'

const out = 'resources/js/generated'
await mkdir(out, { recursive: true })
for (const folder of ['docs/formats', 'docs/formats/api']) {
  for (const file of (await readdir(folder)).filter((name) => name.endsWith('.schema.json'))) {
    const types = await compileFromFile(join(folder, file), {
      cwd: folder,
      additionalProperties: true,
      bannerComment: '// Generated from the JSON Schema of the same name; do not edit.',
      style: { semi: false, singleQuote: true },
    })
    await writeFile(join(out, `${basename(file, '.schema.json')}.ts`), types)
  }
}
