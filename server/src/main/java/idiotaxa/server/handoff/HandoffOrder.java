package idiotaxa.server.handoff;

import idiotaxa.core.group.Palette;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateJson;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a package was asked to be: everything that could be renamed or changed later, so that it can be made
 * again byte for byte. Bake, claims and masks are kept by themselves.
 *
 * @param isByItself whether nobody asked for it but the folder that is kept up to date
 */
record HandoffOrder(String asset, String revision, Palette palette, Template template, boolean isByItself) {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  String write() {
    var root = JSON.createObjectNode().put("asset", asset).put("revision", revision);
    root.set("palette", JSON.readTree(PaletteFile.write(palette)));
    root.set("template", TemplateJson.node(template));
    if (isByItself) {
      root.put("isByItself", true);
    }
    return JSON.writeValueAsString(root);
  }

  /**
   * @throws IllegalArgumentException for a package from before templates
   */
  static HandoffOrder read(String json) {
    JsonNode root = JSON.readTree(json);
    if (!root.has("template")) {
      throw new IllegalArgumentException(
          "This package was made before there were templates and cannot be made again; hand off anew.");
    }
    return new HandoffOrder(
        root.get("asset").asString(),
        root.get("revision").asString(),
        PaletteFile.read(root.get("palette").toString()),
        TemplateJson.parse(root.get("template").toString()),
        isByItself(root));
  }

  /** The same as of the whole, for a package of any time. */
  static boolean isByItself(String json) {
    return isByItself(JSON.readTree(json));
  }

  private static boolean isByItself(JsonNode root) {
    return root.path("isByItself").asBoolean(false);
  }
}
