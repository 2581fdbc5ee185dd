// Prints what the official glTF validator finds in each file, as one JSON line a file.
import { readFileSync } from 'node:fs'
import validator from 'gltf-validator'

for (const file of process.argv.slice(2)) {
  const report = await validator.validateBytes(new Uint8Array(readFileSync(file)))
  console.log(JSON.stringify({ file, issues: report.issues, triangles: report.info?.totalTriangleCount }))
}
