package idiotaxa.server.service;

/** Queues work; it is done at least once, by any worker, and joins the caller's transaction. */
public interface JobQueue {
  void readRevision(long revisionId);

  void findHidden(long revisionId);

  void bakeSheet(long sheetId);

  void layOut(long layoutId);

  void packHandoff(long handoffId);
}
