package idiotaxa.cli;

import idiotaxa.core.template.Carries;
import idiotaxa.core.template.FileFormat;
import idiotaxa.core.template.Selection;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateLine;
import idiotaxa.core.template.What;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import picocli.CommandLine.Option;

/**
 * What a bake writes: the recipe's template, or the usual files. An option adds what it asks for where the
 * template writes none of it.
 */
final class OutputOptions {
  @Option(names = "--masks", description = "Write a mask for every group.")
  private boolean hasMasks;

  @Option(names = "--filtered", description = "Write the ID map blended at borders too.")
  private boolean hasFiltered;

  @Option(
      names = "--mesh",
      description = "Write the target with its groups as vertex colours: glb, obj or ply; as usda with subsets; original adds them to the file as it came.")
  private String meshFormat;

  void check() {
    if (meshFormat != null) {
      format();
    }
  }

  private FileFormat format() {
    return What.MESH.formats().stream()
        .filter(format -> format.word().equals(meshFormat))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "--mesh must be one of %s, got %s"
                        .formatted(
                            What.MESH.formats().stream()
                                .map(FileFormat::word)
                                .collect(Collectors.joining(", ")),
                            meshFormat)));
  }

  Template template(Optional<Template> ofRecipe) {
    List<TemplateLine> lines = new ArrayList<>(ofRecipe.map(Template::lines).orElseGet(OutputOptions::usual));
    if (hasFiltered && lacks(lines, What.FILTERED_ID_MAP)) {
      lines.add(TemplateLine.image(What.FILTERED_ID_MAP, "{asset}_{sheet}_id-filtered.png"));
    }
    boolean hasGroups =
        lines.stream()
            .anyMatch(l -> l.what() == What.MASK && l.of().kind() != Selection.Kind.MASKS);
    if (hasMasks && !hasGroups) {
      lines.add(
          TemplateLine.image(What.MASK, "masks/{asset}_{sheet}_{mask}.png")
              .of(new Selection(Selection.Kind.GROUPS, List.of())));
    }
    if (meshFormat != null && lines.stream().noneMatch(l -> l.format() == format())) {
      Carries carries = format() == FileFormat.USDA ? Carries.MATERIALS : Carries.VERTEX_COLORS;
      String name = format() == FileFormat.ORIGINAL ? "{asset}_original" : "{asset}." + meshFormat;
      lines.add(TemplateLine.mesh(format(), carries, name));
    }
    return new Template(ofRecipe.map(Template::name).orElse("usual files"), lines);
  }

  private static boolean lacks(List<TemplateLine> lines, What what) {
    return lines.stream().noneMatch(line -> line.what() == what);
  }

  private static List<TemplateLine> usual() {
    return List.of(
        TemplateLine.image(What.ID_MAP, "{asset}_{sheet}_id.png"),
        TemplateLine.image(What.INDEX_MAP, "{asset}_{sheet}_index.png"),
        TemplateLine.image(What.MASK, "masks/{asset}_{sheet}_{mask}.png")
            .of(new Selection(Selection.Kind.MASKS, List.of())),
        TemplateLine.image(What.PACK, "packs/{asset}_{sheet}_{pack}.png"));
  }
}
