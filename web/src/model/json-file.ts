/**
 * What a chosen file holds.
 *
 * @param what it should be, such as "recipe"
 * @throws Error in a sentence, when it is no JSON
 */
export async function readJsonFile(file: File, what: string): Promise<unknown> {
  try {
    return JSON.parse(await file.text()) as unknown
  } catch {
    throw new Error(`${file.name} is no ${what} file: it is not JSON. Choose a file that a ${what} was kept in.`)
  }
}
