import { ElMessage } from 'element-plus'

/** Runs an action; if it fails, says why in the server's or our own sentence. */
export async function orSay(action: () => Promise<unknown>): Promise<boolean> {
  try {
    await action()
    return true
  } catch (e) {
    ElMessage({ type: 'error', message: (e as Error).message, duration: 9000, showClose: true, grouping: true })
    return false
  }
}
