package idiotaxa.core.format;

import com.carrotsearch.hppc.DoubleArrayList;
import idiotaxa.core.file.FormatException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The text form of OpenUSD as a tree: prims with what their properties and metadata are set to. Only what a scene without time,
 * variants and other files needs is kept; the rest is read over.
 */
final class UsdaText {
  private static final int MAX_DEPTH = 256;
  private static final String CURE = "export it again";

  private final String file;
  private final ByteBuffer bytes;
  private int at;

  /** Of tuples and lists of numbers: all of them, one after another. */
  record Numbers(DoubleArrayList values) {}

  /** A path in the scene, without its angle brackets. */
  record ScenePath(String path) {}

  /** Another file, without its at signs. */
  record OtherFile(String name) {}

  /**
   * What a property or a field of metadata is set to: a {@link Double}, a {@link String}, {@link Numbers}, a {@link ScenePath}, an
   * {@link OtherFile} or a list of these; null for nothing.
   */
  record Property(Object value, Map<String, Object> metadata) {}

  /** A prim; properties under their full names. */
  record Prim(
      String specifier, String type, String name, Map<String, Object> metadata, Map<String, Property> properties, List<Prim> children) {
    Object value(String property) {
      Property found = properties.get(property);
      return found == null ? null : found.value();
    }
  }

  private UsdaText(String file, ByteBuffer bytes) {
    this.file = file;
    this.bytes = bytes;
  }

  /** The nameless prim that holds all others, with the metadata of the layer. */
  static Prim read(String file, ByteBuffer bytes) {
    UsdaText text = new UsdaText(file, bytes);
    text.skip();
    Map<String, Object> metadata = text.isNext('(') ? text.metadata() : Map.of();
    Prim root = new Prim("", "", "", metadata, Map.of(), new ArrayList<>());
    while (!text.isAtEnd()) {
      text.prim(root, 0);
    }
    return root;
  }

  private FormatException refuse(String problem) {
    int line = 1;
    for (int i = 0; i < Math.min(at, bytes.limit()); i++) {
      line += bytes.get(i) == '\n' ? 1 : 0;
    }
    return new FormatException(file, "line " + line, problem, CURE);
  }

  private boolean isAtEnd() {
    skip();
    return at >= bytes.limit();
  }

  private int peek() {
    return at < bytes.limit() ? bytes.get(at) & 0xFF : -1;
  }

  /** Over white space, comments and what stands between items. */
  private void skip() {
    while (at < bytes.limit()) {
      int c = bytes.get(at);
      if (c == '#') {
        while (at < bytes.limit() && bytes.get(at) != '\n') {
          at++;
        }
      } else if (c == ' ' || c == '\t' || c == '\r' || c == '\n' || c == ',' || c == ';') {
        at++;
      } else {
        return;
      }
    }
  }

  private boolean isNext(int c) {
    skip();
    return peek() == c;
  }

  private boolean take(int c) {
    boolean isThere = isNext(c);
    at += isThere ? 1 : 0;
    return isThere;
  }

  private void need(int c) {
    if (!take(c)) {
      throw refuse("a " + (char) c + " is expected");
    }
  }

  /** Letters, digits and what names of properties hold; empty where there are none. */
  private String word() {
    skip();
    int from = at;
    while (at < bytes.limit() && isOfWord(bytes.get(at))) {
      at++;
    }
    return slice(from, at);
  }

  private static boolean isOfWord(int c) {
    return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || c == '_' || c == ':' || c == '.' || c < 0;
  }

  private String slice(int from, int to) {
    byte[] out = new byte[to - from];
    bytes.get(from, out);
    return new String(out, StandardCharsets.UTF_8);
  }

  private void prim(Prim parent, int depth) {
    if (depth > MAX_DEPTH) {
      throw refuse("the prims are nested deeper than " + MAX_DEPTH);
    }
    String specifier = word();
    if (!List.of("def", "over", "class").contains(specifier)) {
      throw refuse("def, over or class is expected, got \"" + specifier + "\"");
    }
    String type = word();
    String name = string();
    Map<String, Object> metadata = isNext('(') ? metadata() : Map.of();
    Prim prim = new Prim(specifier, type, name, metadata, new LinkedHashMap<>(), new ArrayList<>());
    parent.children().add(prim);
    need('{');
    while (!take('}')) {
      if (at >= bytes.limit()) {
        throw refuse("the file ends within " + name);
      }
      int before = at;
      String word = word();
      switch (word) {
        case "def", "over", "class" -> {
          at = before;
          prim(prim, depth + 1);
        }
        case "variantSet" -> {
          string();
          need('=');
          skipBraces();
        }
        default -> property(prim, word, depth);
      }
    }
  }

  /** What a property is declared with stands before its name: {@code uniform token[]}. */
  private void property(Prim prim, String first, int depth) {
    String name = first;
    String last = first;
    while (!isNext('=') && peek() != '(' && isDeclared()) {
      if (take('[')) {
        need(']');
        continue;
      }
      last = word();
      if (last.isEmpty()) {
        throw refuse("a property is expected");
      }
      name = last;
      if (isAtLineEnd()) {
        break;
      }
    }
    if (name.isEmpty()) {
      throw refuse("a property is expected");
    }
    Object value = take('=') ? value(depth) : null;
    Map<String, Object> metadata = isNext('(') ? metadata() : Map.of();
    if (value != null || !prim.properties().containsKey(name)) {
      prim.properties().put(name, new Property(value, metadata));
    }
  }

  private boolean isDeclared() {
    int c = peek();
    return c == '[' || c >= 0 && isOfWord(c);
  }

  /** A property that is only declared ends with its line. */
  private boolean isAtLineEnd() {
    int i = at;
    while (i < bytes.limit() && (bytes.get(i) == ' ' || bytes.get(i) == '\t' || bytes.get(i) == '\r')) {
      i++;
    }
    return i >= bytes.limit() || bytes.get(i) == '\n';
  }

  private Map<String, Object> metadata() {
    need('(');
    Map<String, Object> out = new LinkedHashMap<>();
    while (!take(')')) {
      if (at >= bytes.limit()) {
        throw refuse("the file ends within brackets");
      }
      if (peek() == '"' || peek() == '\'') {
        string();
        continue;
      }
      String name = word();
      if (List.of("prepend", "append", "add", "delete", "reorder").contains(name)) {
        name = word();
      }
      if (name.isEmpty()) {
        throw refuse("a field of metadata is expected");
      }
      out.put(name, take('=') ? value(0) : null);
    }
    return out;
  }

  private Object value(int depth) {
    if (depth > MAX_DEPTH) {
      throw refuse("values are nested deeper than " + MAX_DEPTH);
    }
    skip();
    int c = peek();
    return switch (c) {
      case '"', '\'' -> string();
      case '@' -> otherFile();
      case '<' -> scenePath();
      case '[' -> list(']', depth);
      case '(' -> list(')', depth);
      case '{' -> {
        skipBraces();
        yield null;
      }
      default -> plain();
    };
  }

  /** A number, or a word such as {@code true}. */
  private Object plain() {
    int from = at;
    while (at < bytes.limit() && (isOfWord(bytes.get(at)) || bytes.get(at) == '-' || bytes.get(at) == '+')) {
      at++;
    }
    String text = slice(from, at);
    if (text.isEmpty()) {
      throw refuse("a value is expected");
    }
    if (text.equals("None")) {
      return null;
    }
    int c = text.charAt(0);
    boolean isNumber = c >= '0' && c <= '9' || c == '-' || c == '+' || c == '.' || text.equals("inf") || text.equals("nan");
    return isNumber ? (Object) number(text) : text;
  }

  private double number(String text) {
    try {
      return switch (text) {
        case "inf", "+inf" -> Double.POSITIVE_INFINITY;
        case "-inf" -> Double.NEGATIVE_INFINITY;
        case "nan" -> Double.NaN;
        default -> Double.parseDouble(text);
      };
    } catch (NumberFormatException e) {
      throw refuse("a number is expected, got \"" + text.substring(0, Math.min(40, text.length())) + "\"");
    }
  }

  /** A list or a tuple: of numbers as {@link Numbers}, tuples of numbers among them, else of what it holds. */
  private Object list(char end, int depth) {
    DoubleArrayList numbers = new DoubleArrayList();
    List<Object> others = new ArrayList<>();
    fill(end, depth, numbers, others);
    return others.isEmpty() ? new Numbers(numbers) : others;
  }

  /** Tuples of numbers are by far the most of a file: they go straight into the list that holds them. */
  private void fill(char end, int depth, DoubleArrayList numbers, List<Object> others) {
    if (depth > MAX_DEPTH) {
      throw refuse("values are nested deeper than " + MAX_DEPTH);
    }
    at++;
    while (!take(end)) {
      if (at >= bytes.limit()) {
        throw refuse("the file ends within a list");
      }
      if (peek() == '(') {
        fill(')', depth + 1, numbers, others);
        continue;
      }
      Object item = value(depth + 1);
      if (item instanceof Double number) {
        numbers.add(number);
      } else if (item instanceof Numbers more) {
        numbers.addAll(more.values());
      } else if (item != null) {
        others.add(item);
      }
    }
  }

  private String string() {
    skip();
    int quote = peek();
    if (quote != '"' && quote != '\'') {
      throw refuse("a name in quotes is expected");
    }
    boolean isLong = at + 2 < bytes.limit() && bytes.get(at + 1) == quote && bytes.get(at + 2) == quote;
    at += isLong ? 3 : 1;
    StringBuilder out = new StringBuilder();
    int from = at;
    while (true) {
      int c = peek();
      if (c < 0) {
        throw refuse("the file ends within a text");
      }
      if (c == '\\') {
        out.append(slice(from, at));
        at += 2;
        out.append(at <= bytes.limit() ? escaped(bytes.get(at - 1)) : "");
        from = at;
        continue;
      }
      boolean isEnd =
          c == quote
              && (!isLong || at + 2 < bytes.limit() && bytes.get(at + 1) == quote && bytes.get(at + 2) == quote);
      if (isEnd) {
        out.append(slice(from, at));
        at += isLong ? 3 : 1;
        return out.toString();
      }
      at++;
    }
  }

  private static String escaped(int c) {
    return c == 'n' ? "\n" : c == 't' ? "\t" : Character.toString((char) c);
  }

  private ScenePath scenePath() {
    return new ScenePath(upTo('>'));
  }

  private OtherFile otherFile() {
    OtherFile other = new OtherFile(upTo('@'));
    if (peek() == '<') {
      scenePath();
    }
    return other;
  }

  private String upTo(char end) {
    int from = ++at;
    while (at < bytes.limit() && bytes.get(at) != end) {
      at++;
    }
    if (at >= bytes.limit()) {
      throw refuse("the file ends within a path");
    }
    return slice(from, at++);
  }

  /** Over what variants, dictionaries and samples over time hold. */
  private void skipBraces() {
    need('{');
    int open = 1;
    while (open > 0) {
      skip();
      int c = peek();
      if (c < 0) {
        throw refuse("the file ends within braces");
      }
      if (c == '"' || c == '\'') {
        string();
        continue;
      }
      open += c == '{' ? 1 : c == '}' ? -1 : 0;
      at++;
    }
  }
}
