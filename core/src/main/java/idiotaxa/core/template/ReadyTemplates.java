package idiotaxa.core.template;

import java.util.ArrayList;
import java.util.List;

/** Templates for the common needs. */
public final class ReadyTemplates {
  private static final TemplateLine ID = TemplateLine.image(What.ID_MAP, "{asset}_{sheet}_id.png");
  private static final TemplateLine FILTERED =
      TemplateLine.image(What.FILTERED_ID_MAP, "{asset}_{sheet}_id-filtered.png");
  private static final TemplateLine INDEX =
      TemplateLine.image(What.INDEX_MAP, "{asset}_{sheet}_index.png");
  private static final TemplateLine MASKS =
      TemplateLine.image(What.MASK, "masks/{asset}_{sheet}_{mask}.png");
  private static final TemplateLine PACKS =
      TemplateLine.image(What.PACK, "packs/{asset}_{sheet}_{pack}.png");
  private static final TemplateLine COLORED =
      TemplateLine.mesh(FileFormat.GLB, Carries.VERTEX_COLORS, "{asset}.glb");

  private ReadyTemplates() {}

  /** The first is what an asset without a choice of its own has. */
  public static List<Template> all() {
    return List.of(
        new Template("Maps and masks", List.of(ID, INDEX, MASKS, PACKS, COLORED)),
        new Template(
            "One layered file",
            List.of(
                TemplateLine.image(What.LAYERS, "{asset}_{sheet}.ora"),
                TemplateLine.image(What.COVERAGE, "{asset}_{sheet}_coverage.exr"))),
        new Template(
            "Channel packs for an engine",
            List.of(
                TemplateLine.image(What.PACK, "{asset}_{sheet}_{pack}.png"),
                INDEX,
                TemplateLine.mesh(FileFormat.GLB, Carries.NOTHING, "{asset}.glb"),
                TemplateLine.palette(FileFormat.CSV, "{asset}_groups.csv"))),
        new Template(
            "Mesh with groups",
            List.of(
                ID,
                TemplateLine.mesh(FileFormat.GLB, Carries.MATERIALS, "{asset}.glb"),
                TemplateLine.mesh(FileFormat.USDA, Carries.MATERIALS, "{asset}.usda"),
                TemplateLine.palette(FileFormat.JSON, "{asset}_palette.json"))),
        new Template("Everything", everything()));
  }

  private static List<TemplateLine> everything() {
    List<TemplateLine> lines = new ArrayList<>();
    for (TemplateLine image : List.of(ID, FILTERED, INDEX, MASKS, PACKS)) {
      lines.add(image.padded(Padded.BOTH));
    }
    lines.add(TemplateLine.image(What.LAYERS, "{asset}_{sheet}.ora"));
    lines.add(TemplateLine.image(What.COVERAGE, "{asset}_{sheet}_coverage.exr"));
    lines.add(TemplateLine.mesh(FileFormat.GLB, Carries.VERTEX_COLORS, "meshes/{asset}_colors.glb"));
    lines.add(TemplateLine.mesh(FileFormat.GLB, Carries.MATERIALS, "meshes/{asset}_groups.glb"));
    lines.add(TemplateLine.mesh(FileFormat.GLB, Carries.NOTHING, "meshes/{asset}_clean.glb"));
    lines.add(TemplateLine.mesh(FileFormat.OBJ, Carries.MATERIALS, "meshes/{asset}_groups.obj"));
    lines.add(TemplateLine.mesh(FileFormat.PLY, Carries.VERTEX_COLORS, "meshes/{asset}_colors.ply"));
    lines.add(TemplateLine.mesh(FileFormat.USDA, Carries.MATERIALS, "meshes/{asset}_groups.usda"));
    lines.add(TemplateLine.palette(FileFormat.JSON, "{asset}_palette.json"));
    lines.add(TemplateLine.palette(FileFormat.CSV, "{asset}_palette.csv"));
    return lines;
  }
}
