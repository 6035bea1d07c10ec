// Makes the TypeScript types of everything that crosses to the browser from the OpenAPI document.
import { mkdir, writeFile } from 'node:fs/promises'
import openapiTS, { astToString } from 'openapi-typescript'

const out = 'resources/js/generated'
const document = new URL('../../../docs/formats/api/openapi.json', import.meta.url)
const types = await openapiTS(document, { rootTypes: true, rootTypesNoSchemaPrefix: true, alphabetize: true })
await mkdir(out, { recursive: true })
await writeFile(`${out}/api.ts`, `// Made from docs/formats/api/openapi.json; do not edit.\n${astToString(types)}`)
