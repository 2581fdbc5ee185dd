package idiotaxa.server.job;

/** What runs as a job; the word names it in the database. */
public enum JobKind {
  /** Of a revision. */
  READ_REVISION("read-revision"),
  /** Of a revision. */
  FIND_HIDDEN("find-hidden"),
  /** Of a sheet of a bake. */
  BAKE_SHEET("bake-sheet"),
  /** Of an automatic UV layout. */
  LAY_OUT("lay-out"),
  /** Of a hand-off. */
  PACK_HANDOFF("pack-handoff");

  private final String word;

  JobKind(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }
}
