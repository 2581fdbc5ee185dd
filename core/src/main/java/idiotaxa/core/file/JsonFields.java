package idiotaxa.core.file;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads an object of a JSON file field by field. What is missing, of another type or unknown is refused by
 * its path, such as {@code masks[2].steps[0].px}.
 */
public final class JsonFields {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final JsonNode node;
  private final String path;
  private final Set<String> read = new HashSet<>();

  private JsonFields(JsonNode node, String path) {
    this.node = node;
    this.path = path;
    if (!node.isObject()) {
      throw new IllegalArgumentException((path.isEmpty() ? "the file" : path) + ": an object is expected");
    }
  }

  /**
   * @param what the file is, in words
   */
  public static JsonFields parse(String what, String text) {
    try {
      return new JsonFields(JSON.readTree(text), "");
    } catch (JacksonException e) {
      throw new IllegalArgumentException(
          "the %s is no JSON (%s); write it again".formatted(what, e.getOriginalMessage()), e);
    }
  }

  private String at(String name) {
    return path.isEmpty() ? name : path + "." + name;
  }

  private IllegalArgumentException wrong(String name, String expected) {
    JsonNode value = node.path(name);
    String got = value.isMissingNode() ? "nothing" : value.toString();
    return new IllegalArgumentException("%s: %s is expected, got %s".formatted(at(name), expected, got));
  }

  private JsonNode field(String name) {
    read.add(name);
    return node.path(name);
  }

  /** Whether a field is there and not null. */
  public boolean has(String name) {
    JsonNode value = field(name);
    return !value.isMissingNode() && !value.isNull();
  }

  public String text(String name) {
    if (!field(name).isString()) {
      throw wrong(name, "a text");
    }
    return node.get(name).asString();
  }

  public String text(String name, String otherwise) {
    return has(name) ? text(name) : otherwise;
  }

  public double number(String name) {
    if (!field(name).isNumber()) {
      throw wrong(name, "a number");
    }
    return node.get(name).asDouble();
  }

  public double number(String name, double otherwise) {
    return has(name) ? number(name) : otherwise;
  }

  public int whole(String name) {
    JsonNode value = field(name);
    if (!value.isNumber() || value.asDouble() != Math.rint(value.asDouble()) || !value.canConvertToInt()) {
      throw wrong(name, "a whole number");
    }
    return value.asInt();
  }

  public int whole(String name, int otherwise) {
    return has(name) ? whole(name) : otherwise;
  }

  /** A text or a number, as text. */
  public String word(String name) {
    JsonNode value = field(name);
    if (!value.isString() && !value.isNumber()) {
      throw wrong(name, "a text or a number");
    }
    return value.asString();
  }

  public boolean isText(String name) {
    return field(name).isString();
  }

  public boolean flag(String name, boolean otherwise) {
    if (!has(name)) {
      return otherwise;
    }
    if (!field(name).isBoolean()) {
      throw wrong(name, "true or false");
    }
    return node.get(name).asBoolean();
  }

  /** A text, or true or false as text. */
  public String flagOrText(String name, String otherwise) {
    return isText(name) ? text(name) : Boolean.toString(flag(name, Boolean.parseBoolean(otherwise)));
  }

  public JsonFields object(String name) {
    if (!field(name).isObject()) {
      throw wrong(name, "an object");
    }
    return new JsonFields(node.get(name), at(name));
  }

  private JsonNode array(String name, String expected) {
    if (!field(name).isArray()) {
      throw wrong(name, expected);
    }
    return node.get(name);
  }

  /** The objects of a list; an empty one where it is missing. What an item refuses is said at its place. */
  public <T> List<T> list(String name, Function<JsonFields, T> item) {
    List<T> out = new ArrayList<>();
    if (!has(name)) {
      return out;
    }
    for (JsonNode element : array(name, "a list")) {
      JsonFields fields = new JsonFields(element, at(name) + "[" + out.size() + "]");
      out.add(fields.checked(() -> item.apply(fields)));
    }
    return out;
  }

  /** Numbers of a list; an empty one where it is missing. */
  public <T> List<T> numbers(String name, Function<Double, T> of) {
    List<T> out = new ArrayList<>();
    if (has(name)) {
      for (JsonNode element : array(name, "a list of numbers")) {
        if (!element.isNumber()) {
          throw wrong(name, "a list of numbers");
        }
        out.add(of.apply(element.asDouble()));
      }
    }
    return out;
  }

  /** Lists of three numbers each; an empty list where it is missing. */
  public List<double[]> triples(String name) {
    List<double[]> out = new ArrayList<>();
    if (has(name)) {
      for (JsonNode element : array(name, "a list of [x, y, z]")) {
        if (!element.isArray() || element.size() != 3 || !element.valueStream().allMatch(JsonNode::isNumber)) {
          throw wrong(name, "a list of [x, y, z]");
        }
        out.add(element.valueStream().mapToDouble(JsonNode::asDouble).toArray());
      }
    }
    return out;
  }

  /** Texts of a list; an empty one where it is missing. */
  public List<String> texts(String name) {
    List<String> out = new ArrayList<>();
    if (has(name)) {
      for (JsonNode element : array(name, "a list of texts")) {
        if (!element.isString()) {
          throw wrong(name, "a list of texts");
        }
        out.add(element.asString());
      }
    }
    return out;
  }

  /** Makes what the fields say; nothing else may be in the object, and what is refused is said here. */
  public <T> T checked(Supplier<T> make) {
    T made;
    try {
      made = make.get();
    } catch (IllegalArgumentException e) {
      boolean isPlaced = path.isEmpty() || e.getMessage().startsWith(path);
      throw isPlaced ? e : new IllegalArgumentException(path + ": " + e.getMessage(), e);
    }
    for (String name : node.propertyNames()) {
      if (!read.contains(name)) {
        throw new IllegalArgumentException(
            at(name) + ": this field is not known here; take it out or correct its name");
      }
    }
    return made;
  }
}
