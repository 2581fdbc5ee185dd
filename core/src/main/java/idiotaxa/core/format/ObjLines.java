package idiotaxa.core.format;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;

/**
 * Walks through the lines of an OBJ or MTL file and reads words and numbers from them in place. A
 * backslash at the end joins a line with the next one; what follows # is a comment.
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

  private final String file;
  private final ByteBuffer bytes;
  private final int end;
  private int line;
  private int at;
  private int lineEnd;
  private int nextLine;
  private String keyword = "";

  ObjLines(String file, ByteBuffer bytes) {
    this.file = file;
    this.bytes = bytes;
    end = bytes.limit();
  }

  /** Moves to the next line that has a keyword; false at the end of the file. */
  boolean next() {
    while (nextLine < end) {
      line++;
      at = nextLine;
      findLineEnd();
      skipBlanks();
      if (at < lineEnd) {
        keyword = word();
        return true;
      }
    }
    return false;
  }

  private void findLineEnd() {
    int i = at;
    boolean isComment = false;
    lineEnd = -1;
    while (i < end) {
      byte b = bytes.get(i);
      if (b == '\n' && !isContinued(i)) {
        break;
      }
      if (b == '#' && !isComment) {
        isComment = true;
        lineEnd = i;
      }
      i++;
    }
    if (i - at > MAX_LINE) {
      throw refuse("the line is longer than 16 MiB");
    }
    nextLine = i + 1;
    lineEnd = isComment ? lineEnd : i;
  }

  private boolean isContinued(int newline) {
    int i = newline - 1;
    if (i >= at && bytes.get(i) == '\r') {
      i--;
    }
    return i >= at && bytes.get(i) == '\\';
  }

  String keyword() {
    return keyword;
  }

  private boolean isBlank(int i) {
    byte b = bytes.get(i);
    return (b <= ' ' && b >= 0) || (b == '\\' && i + 1 < lineEnd && bytes.get(i + 1) <= ' ');
  }

  private void skipBlanks() {
    while (at < lineEnd && isBlank(at)) {
      at++;
    }
  }

  private String word() {
    int from = at;
    while (at < lineEnd && !isBlank(at)) {
      at++;
    }
    return text(from, at);
  }

  private String text(int from, int to) {
    byte[] word = new byte[to - from];
    bytes.get(from, word);
    return new String(word, StandardCharsets.UTF_8);
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
    return at < lineEnd && bytes.get(at) == '/';
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
    int from = at;
    boolean isNegative = at < lineEnd && bytes.get(at) == '-';
    if (isNegative) {
      at++;
    }
    long value = 0;
    int digits = 0;
    while (at < lineEnd && isDigit(bytes.get(at)) && digits < 11) {
      value = value * 10 + bytes.get(at++) - '0';
      digits++;
    }
    if (digits == 0 || value > Integer.MAX_VALUE) {
      throw refuse("\"" + text(from, Math.min(lineEnd, from + 20)) + "\" is no index");
    }
    return (int) (isNegative ? -value : value);
  }

  /** Plain decimals are exact up to 15 digits; all others go through the JDK's parser. */
  double number() {
    skipBlanks();
    int from = at;
    boolean isNegative = at < lineEnd && bytes.get(at) == '-';
    if (isNegative) {
      at++;
    }
    long digits = 0;
    int count = 0;
    int scale = 0;
    boolean isFraction = false;
    while (at < lineEnd) {
      byte b = bytes.get(at);
      if (isDigit(b) && count < 16) {
        digits = digits * 10 + b - '0';
        count++;
        scale += isFraction ? 1 : 0;
      } else if (b == '.' && !isFraction) {
        isFraction = true;
      } else {
        break;
      }
      at++;
    }
    boolean isPlain = (at >= lineEnd || isBlank(at)) && count > 0 && count <= 15;
    if (isPlain) {
      double value = digits / POWERS[scale];
      return isNegative ? -value : value;
    }
    at = from;
    return parse(word());
  }

  private double parse(String word) {
    try {
      return Double.parseDouble(word);
    } catch (NumberFormatException e) {
      throw refuse(word.isEmpty() ? "a number is missing" : "\"" + word + "\" is no number");
    }
  }

  private static boolean isDigit(byte b) {
    return b >= '0' && b <= '9';
  }

  FormatException refuse(String problem) {
    return new FormatException(file, "line " + line, problem, "export it again");
  }
}
