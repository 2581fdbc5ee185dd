package idiotaxa.bench;

import java.io.PrintWriter;

/** The command line in a process of its own that tells its peak memory at the end. */
final class MeasuredBake {
  static final String PEAK = "peak-kB ";

  private MeasuredBake() {}

  public static void main(String[] args) throws Exception {
    PrintWriter out = new PrintWriter(System.out, true);
    int exit = idiotaxa.cli.Main.run(out, new PrintWriter(System.err, true), args);
    out.println(PEAK + Machine.peakKb());
    System.exit(exit);
  }
}
