/** Paths of dropped files inside of what was dropped: a file itself does not know it. */
const paths = new WeakMap<File, string>()

/** The path of a file inside of its upload. */
export function pathOf(file: File): string {
  return paths.get(file) || file.webkitRelativePath || file.name
}

/** The files of a drop, those inside of dropped folders among them. */
export async function droppedFiles(transfer: DataTransfer | null): Promise<File[]> {
  // Entries must be taken before the first wait: the browser empties the transfer then.
  const entries = [...(transfer?.items ?? [])].map((item) => item.webkitGetAsEntry())
  const plain = [...(transfer?.files ?? [])]
  if (!entries.some((entry) => entry?.isDirectory)) return plain
  const files: File[] = []
  for (const entry of entries) if (entry) await collect(entry, files)
  return files
}

async function collect(entry: FileSystemEntry, files: File[]): Promise<void> {
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))
    paths.set(file, entry.fullPath.replace(/^\//, ''))
    files.push(file)
    return
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  // A reader gives its entries in batches until an empty one.
  for (;;) {
    const batch = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
    if (batch.length === 0) return
    for (const inner of batch) await collect(inner, files)
  }
}
