package idiotaxa.core.format;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import idiotaxa.core.file.FormatException;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Walks through the lines of an OBJ or MTL file and reads words and numbers from them in place. Lines end
 * with LF, CR LF or CR; a backslash at the end joins a line with the next one. A # at the beginning of a word
 * begins a comment; where text is meant it has to stand alone, since names may begin with it or have it
 * inside. Holds a window of the file, not the file.
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

  /** U+FEFF in UTF-8. */
  private static final byte[] MARK = {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF};

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
  private int lineStart;
  private int at;
  private int lineEnd;
  /** Where the line ends with its comment. */
  private int rawEnd;
  private int nextLine;
  private String keyword = "";
  private String problem = "";

  ObjLines(String file, ByteBuffer bytes) {
    this.file = file;
    source = bytes.duplicate();
    skipMark();
  }

  /** A byte order mark is no part of the first line. */
  private void skipMark() {
    int first = source.position();
    boolean isMarked =
        source.remaining() >= MARK.length
            && source.get(first) == MARK[0]
            && source.get(first + 1) == MARK[1]
            && source.get(first + 2) == MARK[2];
    source.position(isMarked ? first + MARK.length : first);
  }

  /** Moves to the next line that has a keyword; false at the end of the file. */
  boolean next() {
    while (nextAny()) {
      if (at < lineEnd) {
        readKeyword();
        return true;
      }
    }
    return false;
  }

  /** Moves to the next line, also one that is empty or a comment, which has an empty keyword; false at the end of the file. */
  boolean nextOfAll() {
    if (!nextAny()) {
      return false;
    }
    keyword = "";
    if (at < lineEnd) {
      readKeyword();
    }
    return true;
  }

  private boolean nextAny() {
    if (nextLine >= wholeLines && !refill()) {
      return false;
    }
    line++;
    at = nextLine;
    lineStart = at;
    findLineEnd();
    skipBlanks();
    return true;
  }

  /** The bytes of the line with its end, as they are in the file. */
  void copyTo(OutputStream out) throws IOException {
    out.write(window, lineStart, Math.min(nextLine, end) - lineStart);
  }

  /** What has been read of the line so far. */
  byte[] readSoFar() {
    return Arrays.copyOfRange(window, lineStart, at);
  }

  /** What stands behind the values of the line: blanks, a comment, and its end. */
  void copyEndTo(OutputStream out) throws IOException {
    int from = lineEnd;
    while (from > at && window[from - 1] <= ' ' && window[from - 1] >= 0) {
      from--;
    }
    out.write(window, from, Math.min(nextLine, end) - from);
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
    while (i > 0 && !isLineEnd(i - 1, end)) {
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
      if ((b == '\n' || b == '\r') && isLineEnd(i, wholeLines)) {
        break;
      }
      if (b == '#' && lineEnd < 0 && (i == at || bytes[i - 1] <= ' ' && bytes[i - 1] >= 0)) {
        lineEnd = i;
      }
      i++;
    }
    nextLine = i + 1;
    rawEnd = i;
    lineEnd = lineEnd < 0 ? i : lineEnd;
  }

  /** Whether a line ends here; the first half of CR LF is a blank, and so is a CR of which nobody knows yet what follows. */
  private boolean isLineEnd(int i, int known) {
    if (window[i] == '\r') {
      boolean isLast = i + 1 >= known;
      boolean isAlone = isLast ? !source.hasRemaining() : window[i + 1] != '\n';
      return isAlone && !isContinued(i);
    }
    return window[i] == '\n' && !isContinued(i);
  }

  private boolean isContinued(int newline) {
    int i = newline - 1;
    if (i >= at && window[newline] == '\n' && window[i] == '\r') {
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

  /** The rest of the line without blanks around it; a comment in it begins with a # that stands alone. */
  String rest() {
    int to = rawEnd;
    for (int i = Math.max(at, lineEnd); i < rawEnd; i++) {
      boolean isAlone = window[i] == '#' && isBlankOrEnd(i - 1, at) && (i + 1 >= rawEnd || isBlank(i + 1));
      if (isAlone) {
        to = i;
        break;
      }
    }
    String rest = text(at, to).strip();
    at = lineEnd;
    return rest;
  }

  private boolean isBlankOrEnd(int i, int from) {
    return i < from || isBlank(i);
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
