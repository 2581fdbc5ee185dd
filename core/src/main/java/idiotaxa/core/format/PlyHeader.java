package idiotaxa.core.format;

import idiotaxa.core.file.FormatException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** The header of a PLY file. */
record PlyHeader(Encoding encoding, List<Element> elements, int dataOffset) {
  private static final int MAX_LINE = 4096;
  private static final int MAX_LINES = 10_000;

  enum Encoding {
    ASCII,
    LITTLE_ENDIAN,
    BIG_ENDIAN
  }

  /** Scalar types with their size in bytes. */
  enum Type {
    CHAR(1),
    UCHAR(1),
    SHORT(2),
    USHORT(2),
    INT(4),
    UINT(4),
    FLOAT(4),
    DOUBLE(8);

    private final int bytes;

    Type(int bytes) {
      this.bytes = bytes;
    }

    int bytes() {
      return bytes;
    }

    boolean isFloat() {
      return this == FLOAT || this == DOUBLE;
    }

    static Type parse(String word) {
      return switch (word) {
        case "char", "int8" -> CHAR;
        case "uchar", "uint8" -> UCHAR;
        case "short", "int16" -> SHORT;
        case "ushort", "uint16" -> USHORT;
        case "int", "int32" -> INT;
        case "uint", "uint32" -> UINT;
        case "float", "float32" -> FLOAT;
        case "double", "float64" -> DOUBLE;
        default -> null;
      };
    }
  }

  /**
   * @param countType type of a list's length, null for a scalar
   */
  record Property(String name, Type type, Type countType) {
    boolean isList() {
      return countType != null;
    }
  }

  record Element(String name, int count, List<Property> properties) {
    /** Index of the first property with one of the names, −1 when there is none. */
    int find(String... names) {
      for (String wanted : names) {
        for (int p = 0; p < properties.size(); p++) {
          if (properties.get(p).name().equals(wanted)) {
            return p;
          }
        }
      }
      return -1;
    }

    /** Least bytes of one row in a binary file. */
    int leastBytes() {
      return properties.stream()
          .mapToInt(p -> p.isList() ? p.countType().bytes() : p.type().bytes())
          .sum();
    }
  }

  static PlyHeader read(String file, ByteBuffer bytes) {
    return new Parser(file, bytes).parse();
  }

  private static final class Parser {
    private final String file;
    private final ByteBuffer bytes;
    private final List<Element> elements = new ArrayList<>();
    private Encoding encoding;
    private int at;
    private int line;

    Parser(String file, ByteBuffer bytes) {
      this.file = file;
      this.bytes = bytes;
    }

    PlyHeader parse() {
      nextLine();
      while (true) {
        String text = nextLine();
        String[] words = text.strip().split("\\s+");
        switch (words[0]) {
          case "end_header" -> {
            if (encoding == null) {
              throw refuse("the header names no encoding");
            }
            return new PlyHeader(encoding, elements, at);
          }
          case "format" -> encoding = encoding(words);
          case "element" -> elements.add(element(words));
          case "property" -> property(words);
          default -> {}
        }
      }
    }

    private Encoding encoding(String[] words) {
      return switch (words.length > 1 ? words[1] : "") {
        case "ascii" -> Encoding.ASCII;
        case "binary_little_endian" -> Encoding.LITTLE_ENDIAN;
        case "binary_big_endian" -> Encoding.BIG_ENDIAN;
        default -> throw refuse("the encoding is not one that PLY has");
      };
    }

    private Element element(String[] words) {
      try {
        long count = Long.parseLong(words[2]);
        if (count < 0 || count > Integer.MAX_VALUE / 16) {
          throw refuse("the count " + count + " is out of range");
        }
        return new Element(words[1], (int) count, new ArrayList<>());
      } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
        throw refuse("the element has no count");
      }
    }

    private void property(String[] words) {
      boolean isList = words.length > 1 && words[1].equals("list");
      if (elements.isEmpty() || words.length != (isList ? 5 : 3)) {
        throw refuse("the property cannot be read");
      }
      Type type = Type.parse(words[isList ? 3 : 1]);
      Type countType = isList ? Type.parse(words[2]) : null;
      if (type == null || (isList && (countType == null || countType.isFloat()))) {
        throw refuse("the property has a type that PLY does not have");
      }
      String name = words[words.length - 1].toLowerCase(Locale.ROOT);
      elements.get(elements.size() - 1).properties().add(new Property(name, type, countType));
    }

    private String nextLine() {
      if (++line > MAX_LINES) {
        throw refuse("the header does not end");
      }
      int from = at;
      while (at < bytes.limit() && bytes.get(at) != '\n' && at - from <= MAX_LINE) {
        at++;
      }
      if (at >= bytes.limit() || at - from > MAX_LINE) {
        throw refuse("the file ends inside its header");
      }
      byte[] text = new byte[at - from];
      bytes.get(from, text);
      at++;
      return new String(text, StandardCharsets.US_ASCII);
    }

    private FormatException refuse(String problem) {
      return new FormatException(file, "line " + line, problem, "export it again");
    }
  }
}
