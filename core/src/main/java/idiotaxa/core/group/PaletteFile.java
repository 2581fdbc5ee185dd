package idiotaxa.core.group;

import java.util.ArrayList;
import java.util.List;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Reads and writes the palette file: JSON with the groups as the manifest has them. */
public final class PaletteFile {
  private static final String FORMAT = "idiotaxa-palette";
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private PaletteFile() {}

  /**
   * @throws IllegalArgumentException with one sentence that names place and cure when the text is no
   *     palette file
   */
  public static Palette read(String json) {
    JsonNode root;
    try {
      root = JSON.readTree(json);
    } catch (JacksonException e) {
      throw new IllegalArgumentException(
          "the palette file is no JSON (" + e.getOriginalMessage() + "); export it again", e);
    }
    if (!FORMAT.equals(root.path("format").asString(""))) {
      throw new IllegalArgumentException(
          "the palette file has no \"format\": \"" + FORMAT + "\"; choose another file");
    }
    List<Group> groups = new ArrayList<>();
    for (JsonNode node : root.path("groups")) {
      groups.add(readGroup(node, groups.size()));
    }
    return new Palette(root.path("name").asString("palette"), groups);
  }

  private static Group readGroup(JsonNode node, int index) {
    try {
      int color = Rgb.parse(node.path("color").asString(""));
      JsonNode look = node.path("look");
      List<String> keywords = new ArrayList<>();
      node.path("keywords").forEach(k -> keywords.add(k.asString("")));
      return new Group(
          node.path("number").asInt(0),
          node.path("name").asString(""),
          color,
          keywords,
          look.isMissingNode()
              ? Look.matt(color)
              : new Look(
                  Rgb.parse(look.path("baseColor").asString("")),
                  look.path("roughness").asDouble(0.6),
                  look.path("metalness").asDouble(0)));
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException(
          "group " + (index + 1) + " of the palette file: " + e.getMessage(), e);
    }
  }

  public static String write(Palette palette) {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", FORMAT).put("version", 1).put("name", palette.name());
    root.set("groups", groupsNode(palette.groups()));
    return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root);
  }

  /** The groups as palette file and manifest write them. */
  public static ArrayNode groupsNode(List<Group> groups) {
    ArrayNode array = JSON.createArrayNode();
    for (Group group : groups) {
      ObjectNode node = array.addObject();
      node.put("number", group.number()).put("name", group.name());
      node.put("color", Rgb.toHex(group.color()));
      ArrayNode keywords = node.putArray("keywords");
      group.keywords().forEach(keywords::add);
      node.putObject("look")
          .put("baseColor", Rgb.toHex(group.look().baseColor()))
          .put("roughness", group.look().roughness())
          .put("metalness", group.look().metalness());
    }
    return array;
  }
}
