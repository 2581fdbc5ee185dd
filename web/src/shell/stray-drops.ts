import { ElMessage } from 'element-plus'

/** A file that is dropped where nothing takes it would replace the page; it is answered instead. */
export function answerStrayDrops(): void {
  window.addEventListener('dragover', (e) => {
    if (hasFiles(e)) e.preventDefault()
  })
  window.addEventListener('drop', (e) => {
    if (!hasFiles(e) || e.defaultPrevented) return
    e.preventDefault()
    ElMessage({
      type: 'info',
      message: 'Nothing here takes files. Models are dropped on a card of Bring in or on the Catalogue, ID images on Masks.',
      duration: 6000,
      grouping: true
    })
  })
}

function hasFiles(e: DragEvent): boolean {
  return e.dataTransfer?.types.includes('Files') ?? false
}
