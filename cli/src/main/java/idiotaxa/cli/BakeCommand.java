package idiotaxa.cli;

import idiotaxa.core.handoff.HandoffSheet;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.RayPlan;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.TextureFiles;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.handoff.ClaimedMesh;
import idiotaxa.core.handoff.FolderSink;
import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.HandoffWriter;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshMerger;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "bake",
    description = "Bakes ID maps of a target, from itself or from sources.",
    mixinStandardHelpOptions = true)
final class BakeCommand implements Callable<Integer> {
  @Parameters(paramLabel = "TARGET", description = "Model with the UVs that receives the maps.")
  private Path targetFile;

  @Option(names = "--source", description = "Model that IDs are read from; may be given again.")
  private List<Path> sourceFiles = new ArrayList<>();

  @Option(names = "--origin", description = "vertex-colors, materials, parts, pieces or texture.")
  private String originWord;

  @Option(names = "--palette", description = "Palette file whose groups are matched.")
  private Path paletteFile;

  @Option(names = "--sheet-by", description = "udim, material or one.")
  private String sheetBy;

  @Option(names = "--pair", description = "names or all.")
  private String pair;

  @Option(names = "--masks", description = "Write a mask for every group.")
  private boolean hasMasks;

  @Option(names = "--mesh", description = "Write the target with vertex colours: glb.")
  private String meshFormat;

  @Option(names = "--out", required = true, description = "Folder to write to.")
  private Path out;

  @Option(names = "--json", description = "Print the report as JSON.")
  private boolean isJson;

  @Option(names = "--strict", description = "Exit with 4 when something needs a look.")
  private boolean isStrict;

  @Mixin private SamplingOptions sampling;

  @Spec private CommandSpec spec;

  private final List<String> notes = new ArrayList<>();

  @Override
  public Integer call() throws IOException {
    checkArguments();
    BakeTimes times = new BakeTimes(new PrintedProgress(spec.commandLine().getErr()));
    times.at("reading", 0);
    Mesh target = MeshFiles.read(FileBundle.beside(targetFile));
    List<Path> readFrom = sourceFiles.isEmpty() ? List.of(targetFile) : sourceFiles;
    List<Mesh> read = sourceFiles.isEmpty() ? List.of(target) : readSources();
    Mesh source = MeshMerger.merge(read);
    // Begun beside the reading of the origin, which keeps one core only.
    CompletableFuture<TracedSource> traced =
        sourceFiles.isEmpty()
            ? null
            : CompletableFuture.supplyAsync(() -> TracedSource.of(source, sampling.threads(), Progress.NONE));
    times.at("reading the origin", 0);
    Palette palette = readPalette();
    IdOrigin origin = chooseOrigin(source);
    OriginReading reading =
        origin == IdOrigin.TEXTURE
            ? Origins.texture(source, readTextures(readFrom, read), palette.groups())
            : Origins.read(source, origin, palette.groups());
    noteReading(reading);
    Pairing pairing = traced == null ? null : choosePairing(target, source);
    PreparedBake prepared =
        traced == null
            ? PreparedBake.fromTarget(target, reading)
            : PreparedBake.fromSource(
                target,
                built(traced, times),
                reading,
                new RayPlan(pairing, sampling.reach()),
                sampling.threads(),
                times);
    List<BakedSheet> sheets = bakeSheets(target, prepared, times);
    String base = FileNames.clean(stem(targetFile));
    Palette used = new Palette(base, reading.groups());
    HandoffRequest request =
        new HandoffRequest(
            base,
            "A",
            Instant.now(),
            used,
            sheets.stream().map(HandoffSheet::of).toList(),
            meshFormat == null ? null : ClaimedMesh.of(target, reading.surface(), used),
            settings(origin, prepared, pairing),
            new HandoffRequest.Contents(hasMasks, false));
    FolderSink sink = new FolderSink(out);
    new HandoffWriter(request, sink, sampling.threads(), times).write();
    times.end();
    BakeReportFile report = new BakeReportFile(request, notes, times);
    sink.put("report.json", stream -> stream.write(report.json()));
    spec.commandLine().getOut().println(isJson ? report.text() : report.sentence());
    return isStrict && report.needsALook() ? Main.NEEDS_A_LOOK : Main.WRITTEN;
  }

  private static TracedSource built(CompletableFuture<TracedSource> traced, Progress progress) {
    progress.at("building the hierarchy", 0);
    try {
      return traced.join();
    } catch (CompletionException e) {
      throw e.getCause() instanceof RuntimeException cause ? cause : e;
    }
  }

  private void checkArguments() {
    if (meshFormat != null && !meshFormat.equals("glb")) {
      throw new IllegalArgumentException(
          "--mesh " + meshFormat + " cannot be written yet; choose glb");
    }
    if (meshFormat != null && !sourceFiles.isEmpty()) {
      throw new IllegalArgumentException(
          "--mesh writes the target's own groups and cannot be combined with --source yet");
    }
    if (pair != null && !pair.equals("names") && !pair.equals("all")) {
      throw new IllegalArgumentException("--pair must be names or all, got " + pair);
    }
    sampling.check();
  }

  private static List<Optional<TextureImage>> readTextures(List<Path> files, List<Mesh> meshes)
      throws IOException {
    List<Optional<TextureImage>> textures = new ArrayList<>();
    for (int i = 0; i < meshes.size(); i++) {
      textures.addAll(TextureFiles.read(FileBundle.beside(files.get(i)), meshes.get(i)));
    }
    return textures;
  }

  private List<Mesh> readSources() throws IOException {
    List<Mesh> meshes = new ArrayList<>();
    for (Path file : sourceFiles) {
      meshes.add(MeshFiles.read(FileBundle.beside(file)));
    }
    return meshes;
  }

  private Palette readPalette() throws IOException {
    return paletteFile == null
        ? new Palette("", List.of())
        : PaletteFile.read(Files.readString(paletteFile));
  }

  private IdOrigin chooseOrigin(Mesh source) {
    if (originWord == null) {
      IdOrigin best = Origins.best(source);
      notes.add("origin " + best.word() + " was chosen: it is the first that has data");
      return best;
    }
    if (originWord.equals(IdOrigin.CLAIMS.word())) {
      throw new IllegalArgumentException(
          "origin claims is kept by the application; choose vertex-colors, materials, parts,"
              + " pieces or texture here");
    }
    IdOrigin origin = IdOrigin.parse(originWord);
    if (!Origins.hasData(source, origin)) {
      notes.add(
          "origin "
              + origin.word()
              + " holds only one value, the map comes out in one colour; "
              + Origins.best(source).word()
              + " has data");
    }
    return origin;
  }

  private void noteReading(OriginReading reading) {
    if (!reading.strays().isEmpty()) {
      notes.add("strays, left unclaimed: " + String.join(", ", reading.strays()));
    }
  }

  private Pairing choosePairing(Mesh target, Mesh source) {
    Pairing pairing =
        Pairing.of(pair == null ? "fitting" : pair, target, source, PairingRules.PLAIN);
    notes.add("pairing " + pairing.word());
    if (!pairing.unpairedTarget().isEmpty()) {
      notes.add("target parts without partner: " + String.join(", ", pairing.unpairedTarget()));
    }
    return pairing;
  }

  private List<BakedSheet> bakeSheets(Mesh target, PreparedBake prepared, Progress progress) {
    SheetLayout layout = chooseLayout(target);
    List<BakedSheet> sheets = new ArrayList<>();
    for (Sheet sheet : layout.divide(target)) {
      sheets.add(prepared.bake(sheet, sampling.settings(), progress));
    }
    return sheets;
  }

  private SheetLayout chooseLayout(Mesh target) {
    if (sheetBy == null) {
      return SheetLayout.fitting(target);
    }
    return switch (sheetBy) {
      case "udim" -> SheetLayout.UDIM;
      case "material" -> SheetLayout.MATERIAL;
      case "one" -> SheetLayout.ONE;
      default ->
          throw new IllegalArgumentException(
              "--sheet-by must be udim, material or one, got " + sheetBy);
    };
  }

  private HandoffRequest.Settings settings(
      IdOrigin origin, PreparedBake prepared, Pairing pairing) {
    int padding = sampling.padding();
    return new HandoffRequest.Settings(
        origin.word(),
        sampling.size(),
        sampling.size(),
        sampling.samples(),
        padding == NearestCovered.EVERYWHERE ? -1 : padding,
        prepared.reach().orElse(null),
        Optional.ofNullable(pairing).map(Pairing::word).orElse("none"));
  }

  private static String stem(Path file) {
    return file.getFileName().toString().replaceFirst("\\.[^.]*$", "");
  }
}
