package idiotaxa.core.format;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import idiotaxa.core.file.FormatException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.ByteOrder;

/** The values behind a PLY header, one after another. */
abstract class PlyValues {
  private static final int MAX_ARITY = 65_536;

  final String file;
  final ByteBuffer bytes;

  private PlyValues(String file, ByteBuffer bytes) {
    this.file = file;
    this.bytes = bytes;
  }

  static PlyValues of(String file, ByteBuffer bytes, PlyHeader header) {
    ByteBuffer data = bytes.duplicate();
    data.position(header.dataOffset());
    return switch (header.encoding()) {
      case ASCII -> new Ascii(file, data);
      case LITTLE_ENDIAN -> new Binary(file, data.order(ByteOrder.LITTLE_ENDIAN));
      case BIG_ENDIAN -> new Binary(file, data.order(ByteOrder.BIG_ENDIAN));
    };
  }

  /** Checks that the file can hold the element before its values are allocated. */
  final void expect(PlyHeader.Element element) {
    long least = (long) element.count() * leastBytes(element);
    if (least > bytes.remaining()) {
      throw refuse(
          element.count() + " × " + element.name() + " need at least " + least
              + " bytes, but only " + bytes.remaining() + " are left");
    }
  }

  abstract int leastBytes(PlyHeader.Element element);

  /** The next scalar of a property that is no list; of a list, its skipped items and 0. */
  final double value(PlyHeader.Property property) {
    if (property.isList()) {
      skip(property);
      return 0;
    }
    return scalar(property.type());
  }

  final double item(PlyHeader.Property property) {
    return scalar(property.type());
  }

  final int listSize(PlyHeader.Property property, int row) {
    double size = scalar(property.countType());
    if (!(size >= 0 && size <= MAX_ARITY)) {
      throw refuse("the list of row " + row + " has " + size + " items");
    }
    return (int) size;
  }

  final void skip(PlyHeader.Property property) {
    if (property.isList()) {
      skipItems(property, listSize(property, -1));
    } else {
      scalar(property.type());
    }
  }

  final void skipItems(PlyHeader.Property property, int count) {
    for (int i = 0; i < count; i++) {
      scalar(property.type());
    }
  }

  abstract double scalar(PlyHeader.Type type);

  /** The rows of an element as columns, null where they have no fixed size. */
  PlyColumns columns(PlyHeader.Element element) {
    return null;
  }

  /** Whether rows are a byte and as many indices of 32 bits, and nothing else. */
  boolean hasPlainFaces(PlyHeader.Element element) {
    return false;
  }

  /** How many indices the next plain row has; all of them are there. */
  final int plainCount() {
    if (!bytes.hasRemaining()) {
      throw refuse("the file ends too early");
    }
    int count = bytes.get() & 0xFF;
    if (bytes.remaining() < Integer.BYTES * count) {
      throw refuse("the file ends too early");
    }
    return count;
  }

  final int plainIndex() {
    return bytes.getInt();
  }

  final FormatException refuse(String problem) {
    return new FormatException(file, "byte " + bytes.position(), problem, "export it again");
  }

  private static final class Binary extends PlyValues {
    Binary(String file, ByteBuffer bytes) {
      super(file, bytes);
    }

    @Override
    int leastBytes(PlyHeader.Element element) {
      return element.leastBytes();
    }

    @Override
    PlyColumns columns(PlyHeader.Element element) {
      return element.properties().stream().anyMatch(PlyHeader.Property::isList)
          ? null
          : new PlyColumns(bytes, element);
    }

    @Override
    boolean hasPlainFaces(PlyHeader.Element element) {
      if (element.properties().size() != 1) {
        return false;
      }
      PlyHeader.Property first = element.properties().get(0);
      return first.isList()
          && first.name().startsWith("vertex_ind")
          && first.countType() == PlyHeader.Type.UCHAR
          && first.type().bytes() == Integer.BYTES
          && !first.type().isFloat();
    }

    @Override
    double scalar(PlyHeader.Type type) {
      if (bytes.remaining() < type.bytes()) {
        throw refuse("the file ends too early");
      }
      return switch (type) {
        case CHAR -> bytes.get();
        case UCHAR -> bytes.get() & 0xFF;
        case SHORT -> bytes.getShort();
        case USHORT -> bytes.getShort() & 0xFFFF;
        case INT -> bytes.getInt();
        case UINT -> Integer.toUnsignedLong(bytes.getInt());
        case FLOAT -> bytes.getFloat();
        case DOUBLE -> bytes.getDouble();
      };
    }
  }

  private static final class Ascii extends PlyValues {
    private static final int MAX_WORD = 64;

    private final byte[] word = new byte[MAX_WORD];

    Ascii(String file, ByteBuffer bytes) {
      super(file, bytes);
    }

    @Override
    int leastBytes(PlyHeader.Element element) {
      // One digit and one separator a value; the last line may lack its end.
      return Math.max(0, 2 * element.properties().size() - 1);
    }

    @Override
    double scalar(PlyHeader.Type type) {
      while (bytes.hasRemaining() && bytes.get(bytes.position()) <= ' ') {
        bytes.get();
      }
      int length = 0;
      while (bytes.hasRemaining() && bytes.get(bytes.position()) > ' ' && length < MAX_WORD) {
        word[length++] = bytes.get();
      }
      if (length == 0) {
        throw refuse("the file ends too early");
      }
      try {
        return JavaDoubleParser.parseDouble(word, 0, length);
      } catch (NumberFormatException e) {
        throw refuse(
            "\"" + new String(word, 0, length, StandardCharsets.ISO_8859_1) + "\" is no number");
      }
    }
  }
}
