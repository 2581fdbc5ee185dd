package idiotaxa.cli;

import idiotaxa.core.file.FormatException;
import idiotaxa.core.handoff.CannotWriteException;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.NoSuchFileException;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** What {@code idiotaxa} does without server and database. */
@Command(
    name = "idiotaxa",
    description = "Sorts the surface of a model into material groups and bakes ID maps.",
    mixinStandardHelpOptions = true,
    subcommands = {BakeCommand.class, InspectCommand.class, CleanCommand.class, CarryCommand.class, KnownCommand.class, SortCommand.class, SpreadCommand.class, WatchCommand.class})
public final class Main {
  /** Files were written. */
  public static final int WRITTEN = 0;

  /** The arguments cannot be meant. */
  public static final int WRONG_ARGUMENTS = 2;

  /** A file was refused. */
  public static final int INPUT_REFUSED = 3;

  /** Written, but something needs a look; with {@code --strict} only. */
  public static final int NEEDS_A_LOOK = 4;

  /** A folder or a disk did not take what was to be written; what was there is as it was. */
  public static final int CANNOT_WRITE = 5;

  private Main() {}

  public static void main(String[] args) {
    System.exit(
        run(new PrintWriter(System.out, true), new PrintWriter(System.err, true), args));
  }

  /**
   * @param out results
   * @param err progress and errors
   * @return the exit code
   */
  public static int run(PrintWriter out, PrintWriter err, String... args) {
    CommandLine line = new CommandLine(new Main());
    line.setOut(out);
    line.setErr(err);
    line.setExecutionExceptionHandler(
        (exception, command, parsed) -> {
          if (exception instanceof RefusedException) {
            return INPUT_REFUSED;
          }
          if (exception instanceof FormatException) {
            err.println("refused: " + exception.getMessage());
            return INPUT_REFUSED;
          }
          if (exception instanceof IllegalArgumentException) {
            err.println(exception.getMessage());
            return WRONG_ARGUMENTS;
          }
          if (exception instanceof CannotWriteException) {
            err.println("refused: " + exception.getMessage());
            return CANNOT_WRITE;
          }
          if (exception instanceof NoSuchFileException missing) {
            err.println("refused: there is no file " + missing.getFile() + "; check the path");
            return INPUT_REFUSED;
          }
          if (exception instanceof IOException || exception instanceof UncheckedIOException) {
            err.println("refused: a file cannot be read: " + exception.getMessage());
            return INPUT_REFUSED;
          }
          throw exception;
        });
    // The last of several counts, so that a script can be given further options.
    line.setOverwrittenOptionsAllowed(true);
    try {
      return line.execute(args);
    } catch (OutOfMemoryError e) {
      err.printf(
          "refused: this needs more memory than the %,d MB that Java may use; choose a smaller size or"
              + " model, or set IDIOTAXA_HEAP.%n",
          Runtime.getRuntime().maxMemory() >> 20);
      return INPUT_REFUSED;
    }
  }
}
