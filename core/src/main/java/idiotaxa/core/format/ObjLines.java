package idiotaxa.core.format;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import idiotaxa.core.file.FormatException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Walks through the lines of an OBJ or MTL file and reads words and numbers from them in place. A
 * backslash at the end joins a line with the next one; what follows # is a comment. Holds a window of
 * the file, not the file.
 */
final class ObjLines {
  private static final int MAX_LINE = 1 << 24;
  private static final double[] POWERS = new double[23];

  static {
    POWERS[0] = 1;
    for (int i = 1; i < POWERS.length; i++) {
      POWERS[i] = POWERS[i - 1] * 10;
    }
  }

  /** For every line that cannot be read. */
  static final String CURE = "export it again";

  private static final int FIRST_WINDOW = 1 << 16;
  private static final String VERTEX = "v";
  private static final String FACE = "f";

  private final String file;
  private final ByteBuffer source;
  /** Part of the file that holds the present line whole; indices below are into it. */
  private byte[] window = new byte[FIRST_WINDOW];

  private int end;
  /** Up to here the window holds whole lines only. */
  private int wholeLines;

  private int line;
  private int at;
  private int lineEnd;
  private int nextLine;
  private String keyword = "";
  private String problem = "";

  ObjLines(String file, ByteBuffer bytes) {
    this.file = file;
    source = bytes.duplicate();
  }

  /** Moves to the next line that has a keyword; false at the end of the file. */
  boolean next() {
    while (nextLine < wholeLines || refill()) {
      line++;
      at = nextLine;
      findLineEnd();
      skipBlanks();
      if (at < lineEnd) {
        readKeyword();
        return true;
      }
    }
    return false;
  }

  /** Moves the window on until it holds at least one whole line; false at the end of the file. */
  private boolean refill() {
    int kept = Math.max(0, end - nextLine);
    System.arraycopy(window, end - kept, window, 0, kept);
    at = 0;
    nextLine = 0;
    end = kept;
    wholeLines = 0;
    while (wholeLines == 0 && source.hasRemaining()) {
      if (end == window.length) {
        if (end >= MAX_LINE) {
          line++;
          throw refuse("the line is longer than 16 MiB");
        }
        window = Arrays.copyOf(window, 2 * end);
      }
      int count = Math.min(window.length - end, source.remaining());
      source.get(window, end, count);
      end += count;
      wholeLines = source.hasRemaining() ? behindLastLineEnd() : end;
    }
    return end > 0;
  }

  private int behindLastLineEnd() {
    int i = end;
    while (i > 0 && !(window[i - 1] == '\n' && !isContinued(i - 1))) {
      i--;
    }
    return i;
  }

  private void findLineEnd() {
    byte[] bytes = window;
    int i = at;
    lineEnd = -1;
    while (i < wholeLines) {
      byte b = bytes[i];
      if (b == '\n' && !isContinued(i)) {
        break;
      }
      if (b == '#' && lineEnd < 0) {
        lineEnd = i;
      }
      i++;
    }
    nextLine = i + 1;
    lineEnd = lineEnd < 0 ? i : lineEnd;
  }

  private boolean isContinued(int newline) {
    int i = newline - 1;
    if (i >= at && window[i] == '\r') {
      i--;
    }
    return i >= at && window[i] == '\\';
  }

  /** The two keywords that nearly all lines begin with cost no new string. */
  private void readKeyword() {
    boolean isSingle = at + 1 >= lineEnd || isBlank(at + 1);
    if (isSingle && (window[at] == 'v' || window[at] == 'f')) {
      keyword = window[at++] == 'v' ? VERTEX : FACE;
    } else {
      keyword = word();
    }
  }

  String keyword() {
    return keyword;
  }

  private boolean isBlank(int i) {
    byte b = window[i];
    return (b <= ' ' && b >= 0) || (b == '\\' && i + 1 < lineEnd && window[i + 1] <= ' ');
  }

  private void skipBlanks() {
    int i = at;
    while (i < lineEnd && isBlank(i)) {
      i++;
    }
    at = i;
  }

  private String word() {
    int from = at;
    while (at < lineEnd && !isBlank(at)) {
      at++;
    }
    return text(from, at);
  }

  private String text(int from, int to) {
    return new String(window, from, to - from, StandardCharsets.UTF_8);
  }

  /** The rest of the line without blanks around it. */
  String rest() {
    String rest = text(at, lineEnd).strip();
    at = lineEnd;
    return rest;
  }

  boolean hasMore() {
    skipBlanks();
    return at < lineEnd;
  }

  boolean isAtSlash() {
    return at < lineEnd && window[at] == '/';
  }

  /** Steps over a slash; false when there is none right here. */
  boolean skipSlash() {
    boolean isSlash = isAtSlash();
    if (isSlash) {
      at++;
    }
    return isSlash;
  }

  int integer() {
    skipBlanks();
    byte[] bytes = window;
    int to = lineEnd;
    int i = at;
    boolean isNegative = i < to && bytes[i] == '-';
    i += isNegative ? 1 : 0;
    int first = i;
    long value = 0;
    while (i < to && isDigit(bytes[i]) && i - first < 11) {
      value = value * 10 + bytes[i++] - '0';
    }
    if (i == first || value > Integer.MAX_VALUE) {
      throw refuse("\"" + text(at, Math.min(to, at + 20)) + "\" is no index");
    }
    at = i;
    return (int) (isNegative ? -value : value);
  }

  /** Plain decimals are exact up to 15 digits; all others go through a parser that is exact for every decimal. */
  double number() {
    skipBlanks();
    byte[] bytes = window;
    int to = lineEnd;
    int i = at;
    boolean isNegative = i < to && bytes[i] == '-';
    i += isNegative ? 1 : 0;
    long digits = 0;
    int count = 0;
    int point = -1;
    while (i < to && count < 16) {
      int digit = bytes[i] - '0';
      if (digit >= 0 && digit <= 9) {
        digits = digits * 10 + digit;
        count++;
      } else if (digit == '.' - '0' && point < 0) {
        point = count;
      } else {
        break;
      }
      i++;
    }
    boolean isPlain = (i >= to || isBlank(i)) && count > 0 && count <= 15;
    if (isPlain) {
      at = i;
      double value = point < 0 ? digits : digits / POWERS[count - point];
      return isNegative ? -value : value;
    }
    return parse(word());
  }

  private double parse(String word) {
    try {
      return JavaDoubleParser.parseDouble(word);
    } catch (NumberFormatException e) {
      throw refuse(word.isEmpty() ? "a number is missing" : "\"" + word + "\" is no number");
    }
  }

  private static boolean isDigit(byte b) {
    return b >= '0' && b <= '9';
  }

  /** Number of the present line, from 1. */
  int line() {
    return line;
  }

  /** What {@link #refuse} was last told. */
  String problem() {
    return problem;
  }

  FormatException refuse(String what) {
    problem = what;
    return new FormatException(file, "line " + line, what, CURE);
  }
}
