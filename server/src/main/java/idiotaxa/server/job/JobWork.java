package idiotaxa.server.job;

import java.io.IOException;

/** What is done as a job. One instance does all jobs of its kind, several at once. */
public interface JobWork {
  JobKind kind();

  /**
   * Heap that the work will need at most, bytes; asked before it begins, so that what cannot fit is
   * refused and what does not fit beside other work waits.
   */
  long memoryBytes(long id);

  /**
   * Does the work; may be begun again after a process died, so it changes nothing but in {@link
   * JobRun#finish}.
   *
   * @throws idiotaxa.core.work.CancelledException when the run says so
   */
  void run(long id, JobRun run) throws IOException;

  /**
   * Holds what others hold when they look at the job, before the job's own row is: the asset that it belongs to. Called first in
   * every transaction that ends the job, so that nobody who stops it and its end wait for each other.
   */
  void lock(long id);

  /** The job has ended without a result; called in the transaction that says so. */
  default void failed(long id, String problem) {}

  /** A failed job is to be begun anew: brings its subject back to where it waits; called in the transaction that says so. */
  default void again(long id) {}

  /** The job was stopped by somebody; called in the transaction that says so. */
  default void cancelled(long id) {}
}
