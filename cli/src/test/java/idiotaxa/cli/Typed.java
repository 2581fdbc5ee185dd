package idiotaxa.cli;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.util.Arrays;

/** A command as it was typed, and what it answered. */
record Typed(int exit, String out, String err) {
  static Typed run(Object... arguments) {
    StringWriter out = new StringWriter();
    StringWriter err = new StringWriter();
    String[] words = Arrays.stream(arguments).map(Object::toString).toArray(String[]::new);
    int exit = Main.run(new PrintWriter(out, true), new PrintWriter(err, true), words);
    return new Typed(exit, out.toString(), err.toString());
  }
}
