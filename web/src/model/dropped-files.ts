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
    files.push(await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject)))
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
