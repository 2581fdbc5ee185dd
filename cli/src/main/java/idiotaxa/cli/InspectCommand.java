package idiotaxa.cli;

import idiotaxa.core.work.Progress;
import idiotaxa.core.check.CountWords;
import idiotaxa.core.check.Finding;
import idiotaxa.core.check.Severity;
import idiotaxa.core.check.ModelInspection;
import idiotaxa.core.check.ModelInspector;
import idiotaxa.core.check.UvSetChoice;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.ReadAs;
import idiotaxa.core.mesh.Mesh;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.json.JsonMapper;

@Command(
    name = "inspect",
    description = "Tells what files contain: parts, pieces, islands, sheets, colours, findings.",
    mixinStandardHelpOptions = true)
final class InspectCommand implements Callable<Integer> {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  @Parameters(arity = "1..*", paramLabel = "FILE")
  private List<Path> files;

  @Option(names = "--json", description = "Print JSON instead of text.")
  private boolean isJson;

  @Option(names = "--uv-set", defaultValue = "0", description = "UV set that is looked at, from 0.")
  private int uvSet;

  @Mixin private ReadOptions reading;
  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    ReadAs as = reading.as(uvSet, true);
    Map<String, ModelInspection> found = new LinkedHashMap<>();
    for (Path file : files) {
      String name = file.getFileName().toString();
      FileBundle bundle = FileBundle.beside(file);
      Mesh mesh = MeshFiles.read(bundle, as, Progress.NONE);
      ModelInspection inspection = ModelInspector.inspect(mesh, name, Progress.NONE);
      found.put(
          name,
          UvSetChoice.of(mesh, uvSet, MeshFiles.uvSets(bundle), set -> MeshFiles.read(bundle, as.withUvSet(set), Progress.NONE))
              .map(inspection::with)
              .orElse(inspection));
    }
    PrintWriter out = spec.commandLine().getOut();
    if (isJson) {
      out.println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(found));
    } else {
      found.forEach((name, inspection) -> print(out, name, inspection));
    }
    return Main.WRITTEN;
  }

  private static void print(PrintWriter out, String name, ModelInspection model) {
    var box = model.bounds();
    out.println(name);
    out.printf(
        Locale.ROOT,
        "  %s, %s, %s, %.3f × %.3f × %.3f m%n",
        CountWords.of(model.triangles(), "triangle", "triangles"),
        CountWords.of(model.faces(), "face", "faces"),
        CountWords.of(model.vertices(), "vertex", "vertices"),
        box.maxX() - box.minX(),
        box.maxY() - box.minY(),
        box.maxZ() - box.minZ());
    out.printf(
        "  %s, %s, %d larger; up-axis: %s; normals: %s%n",
        CountWords.of(model.faceKinds().triangles(), "triangular face", "triangular faces"),
        CountWords.of(model.faceKinds().quads(), "quad", "quads"),
        model.faceKinds().larger(),
        model.upAxis().isEmpty() ? "not said by the format" : model.upAxis(),
        model.hasNormals() ? "yes" : "no");
    out.printf(
        "  %s, %s, %s, UVs: %s, vertex colours: %s%n",
        CountWords.of(model.parts().size(), "part", "parts"),
        CountWords.of(model.pieces(), "piece", "pieces"),
        CountWords.of(model.islands(), "island", "islands"),
        model.hasUvs() ? "yes" : "no",
        model.hasVertexColors() ? model.vertexColors().size() + " distinct" : "no");
    model.sheets().forEach(s -> out.printf("  sheet %s: %s%n", s.name(), CountWords.of(s.triangles(), "triangle", "triangles")));
    model
        .materials()
        .forEach(
            m ->
                out.printf(
                    "  material %s %s%s: %s%n",
                    m.name(),
                    m.baseColor(),
                    m.texture().isEmpty() ? "" : " with " + m.texture(),
                    CountWords.of(m.triangles(), "triangle", "triangles")));
    model
        .vertexColors()
        .forEach(c -> out.printf(Locale.ROOT, "  colour %s: %.4f m²%n", c.color(), c.area()));
    model
        .faceGroups()
        .forEach(
            g ->
                out.printf(
                    Locale.ROOT, "  face group %s: %s, %.4f m²%n", g.name(), CountWords.of(g.faces(), "face", "faces"), g.area()));
    model
        .parts()
        .forEach(
            p ->
                out.printf(
                    Locale.ROOT,
                    "  part %s: %s, %s, %.4f m²%n",
                    (p.path().isEmpty() ? "" : p.path() + "/")
                        + (p.name().isEmpty() ? "(no name)" : p.name()),
                    CountWords.of(p.pieces(), "piece", "pieces"),
                    CountWords.of(p.triangles(), "triangle", "triangles"),
                    p.area()));
    for (Finding finding : model.findings()) {
      out.printf(
          "  %s %s: %s%s %s%n",
          finding.severity() == Severity.HARMLESS ? "note" : "finding",
          finding.kind(),
          finding.place().isEmpty() ? "" : finding.place() + ": ",
          finding.text(),
          finding.cure());
    }
  }
}
