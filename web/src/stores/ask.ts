import { ElMessageBox } from 'element-plus'

/**
 * Asks before something that cannot be undone.
 *
 * @param words what becomes of it
 * @param title the question
 * @param verb what the button does
 */
export async function isMeant(words: string, title: string, verb: string): Promise<boolean> {
  return ElMessageBox.confirm(words, title, { confirmButtonText: verb, cancelButtonText: CANCEL, type: 'warning' }).then(
    () => true,
    () => false
  )
}

/** What every dialog says that leaves everything as it is. */
export const CANCEL = 'Cancel'
