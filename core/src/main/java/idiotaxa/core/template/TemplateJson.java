package idiotaxa.core.template;

import idiotaxa.core.file.JsonFields;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.Collectors;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A template as recipes and the API write it: {@code name}, {@code write}. */
public final class TemplateJson {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private TemplateJson() {}

  /**
   * @throws IllegalArgumentException naming the field by its path
   */
  public static Template parse(String text) {
    JsonFields fields = JsonFields.parse("template", text);
    return read(fields);
  }

  /**
   * @throws IllegalArgumentException naming the field by its path
   */
  public static Template read(JsonFields fields) {
    return fields.checked(
        () -> new Template(fields.text("name"), fields.list("write", TemplateJson::line)));
  }

  private static TemplateLine line(JsonFields f) {
    What what = constant("what", What.values(), What::word, f.text("what"));
    FileFormat format = format(f, what);
    Carries carries =
        what != What.MESH && !f.has("carries")
            ? null
            : constant("carries", Carries.values(), Carries::word, f.text("carries", "vertexColors"));
    return new TemplateLine(
        what,
        what.hasSelection() ? selection(f) : Selection.ALL,
        format,
        carries,
        what == What.MESH && f.flag("triangulated", false),
        f.text("name"),
        what.isOfSheet()
            ? constant("padded", Padded.values(), Padded::word, f.flagOrText("padded", "true"))
            : Padded.YES,
        what.hasSelection() && f.flag("empty", false));
  }

  private static FileFormat format(JsonFields f, What what) {
    boolean isOriginal = what == What.MESH && f.has("of");
    if (isOriginal && (!f.isText("of") || !f.text("of").equals(FileFormat.ORIGINAL.word()))) {
      throw new IllegalArgumentException("of: a mesh is written anew without it, or is of the \"original\"");
    }
    if (isOriginal && f.has("format")) {
      throw new IllegalArgumentException("format: the original keeps the one in which it came; take it out");
    }
    if (!f.has("format")) {
      return isOriginal ? FileFormat.ORIGINAL : what.formats().get(0);
    }
    FileFormat[] named = Arrays.stream(FileFormat.values()).filter(v -> v != FileFormat.ORIGINAL).toArray(FileFormat[]::new);
    return constant("format", named, FileFormat::word, f.text("format"));
  }

  private static Selection selection(JsonFields f) {
    if (!f.has("of")) {
      return Selection.ALL;
    }
    if (f.isText("of")) {
      Selection.Kind[] kinds = {Selection.Kind.GROUPS, Selection.Kind.MASKS, Selection.Kind.ALL};
      return new Selection(
          constant("of", kinds, k -> k.name().toLowerCase(Locale.ROOT), f.text("of")), List.of());
    }
    return new Selection(Selection.Kind.NAMES, f.texts("of"));
  }

  private static <E> E constant(String field, E[] values, Function<E, String> word, String found) {
    return Arrays.stream(values)
        .filter(value -> word.apply(value).equals(found))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "%s: one of %s is expected, got \"%s\""
                        .formatted(
                            field,
                            Arrays.stream(values).map(word).collect(Collectors.joining(", ")),
                            found)));
  }

  public static String write(Template template) {
    return JSON.writeValueAsString(node(template));
  }

  public static ObjectNode node(Template template) {
    ObjectNode root = JSON.createObjectNode().put("name", template.name());
    ArrayNode lines = root.putArray("write");
    template.lines().forEach(line -> write(line, lines.addObject()));
    return root;
  }

  private static void write(TemplateLine line, ObjectNode node) {
    node.put("what", line.what().word());
    if (line.what().hasSelection()) {
      if (line.of().kind() == Selection.Kind.NAMES) {
        line.of().names().forEach(node.putArray("of")::add);
      } else {
        node.put("of", line.of().kind().name().toLowerCase(Locale.ROOT));
      }
    }
    if (line.format() == FileFormat.ORIGINAL) {
      node.put("of", FileFormat.ORIGINAL.word());
    } else if (line.what().formats().size() > 1) {
      node.put("format", line.format().word());
    }
    if (line.what() == What.MESH) {
      node.put("carries", line.carries().word());
      if (line.format() != FileFormat.ORIGINAL) {
        node.put("triangulated", line.isTriangulated());
      }
    }
    node.put("name", line.name());
    if (line.what().isOfSheet()) {
      if (line.padded() == Padded.BOTH) {
        node.put("padded", Padded.BOTH.word());
      } else {
        node.put("padded", line.padded() == Padded.YES);
      }
    }
    if (line.what().hasSelection()) {
      node.put("empty", line.writesEmpty());
    }
  }
}
