// Reads meshes that we write with three's own loaders and prints what they find, as one JSON line a file:
// triangles by material name (by look where the loader keeps no names), distinct vertex colours, and the box around everything.
import { readFileSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import * as THREE from 'three'
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js'
import { MTLLoader } from 'three/addons/loaders/MTLLoader.js'
import { OBJLoader } from 'three/addons/loaders/OBJLoader.js'
import { PLYLoader } from 'three/addons/loaders/PLYLoader.js'
import { USDLoader } from 'three/addons/loaders/USDLoader.js'

globalThis.self = globalThis

function bytes(file) {
  const read = readFileSync(file)
  return read.buffer.slice(read.byteOffset, read.byteOffset + read.byteLength)
}

async function load(file) {
  if (file.endsWith('.glb')) return (await new GLTFLoader().parseAsync(bytes(file), '')).scene
  if (file.endsWith('.ply')) return new THREE.Mesh(new PLYLoader().parse(bytes(file)))
  if (file.endsWith('.usda')) return new USDLoader().parse(readFileSync(file, 'utf8'))
  const text = readFileSync(file, 'utf8')
  const library = text.match(/^mtllib (.+)$/m)
  const loader = new OBJLoader()
  if (library) loader.setMaterials(new MTLLoader().parse(readFileSync(join(dirname(file), library[1]), 'utf8'), ''))
  return loader.parse(text)
}

for (const file of process.argv.slice(2)) {
  const scene = await load(file)
  scene.updateMatrixWorld(true)
  const triangles = {}
  const looks = {}
  const colors = new Set()
  let hasUvs = true
  scene.traverse((o) => {
    if (!o.isMesh) return
    const { geometry } = o
    const corners = geometry.index ? geometry.index.count : geometry.attributes.position.count
    hasUvs &&= geometry.attributes.uv !== undefined
    const materials = Array.isArray(o.material) ? o.material : [o.material]
    const groups = geometry.groups.length ? geometry.groups : [{ start: 0, count: corners, materialIndex: 0 }]
    for (const { count, materialIndex } of groups) {
      const material = materials[materialIndex ?? 0]
      const name = material?.name || `#${material?.color?.getHexString(THREE.SRGBColorSpace)}`
      triangles[name] = (triangles[name] ?? 0) + count / 3
      if (material?.color) {
        const color = material.color.getHexString(THREE.SRGBColorSpace)
        looks[name] = { color, roughness: material.roughness ?? null, metalness: material.metalness ?? null }
      }
    }
    const own = geometry.attributes.color
    for (let i = 0; own && i < own.count; i++) {
      colors.add(new THREE.Color(own.getX(i), own.getY(i), own.getZ(i)).getHexString(THREE.SRGBColorSpace))
    }
  })
  const box = new THREE.Box3().setFromObject(scene)
  console.log(
    JSON.stringify({ file: basename(file), triangles, looks, colors: [...colors].sort(), hasUvs, min: box.min.toArray(), max: box.max.toArray() })
  )
}
