package idiotaxa.server.job;

/** States of work that runs as a job, as database and API say them. */
public final class JobState {
  public static final String WAITING = "waiting";
  public static final String RUNNING = "running";
  public static final String DONE = "done";
  public static final String FAILED = "failed";
  public static final String CANCELLED = "cancelled";

  private JobState() {}

  /** Whether nothing more will happen. */
  public static boolean isEnded(String state) {
    return state.equals(DONE) || state.equals(FAILED) || state.equals(CANCELLED);
  }
}
