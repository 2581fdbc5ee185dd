package idiotaxa.server.job;

import idiotaxa.core.work.Progress;

/** One attempt at a job: hears its progress, knows whether it is cancelled, and takes its result. */
public interface JobRun extends Progress {
  /**
   * Ends the job and keeps its result, in one transaction. Does nothing when the job has ended or was
   * taken over meanwhile, so that a process that was taken for dead cannot spoil what its successor did.
   */
  void finish(Runnable keepResult);
}
