package idiotaxa.cli;

import idiotaxa.core.work.Progress;
import java.io.PrintWriter;

/** Prints a line whenever something new is under way or another tenth is done. */
final class PrintedProgress implements Progress {
  private final PrintWriter err;
  private String lastDoing = "";
  private int lastTenth = -1;

  PrintedProgress(PrintWriter err) {
    this.err = err;
  }

  @Override
  public synchronized void at(String doing, double share) {
    int tenth = (int) (share * 10);
    if (!doing.equals(lastDoing) || tenth > lastTenth) {
      err.printf("%3d %%  %s%n", tenth * 10, doing);
      lastDoing = doing;
      lastTenth = tenth;
    }
  }

  @Override
  public boolean isCancelled() {
    return Thread.currentThread().isInterrupted();
  }
}
