package idiotaxa.cli;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.RayPlan;
import idiotaxa.core.check.Cure;
import idiotaxa.core.check.Outcome;
import idiotaxa.core.check.Preflight;
import idiotaxa.core.check.UvSetChoice;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.TextureFiles;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.handoff.HandoffOutputs;
import idiotaxa.core.handoff.OriginalModel;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.handoff.SheetGroups;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.HandoffSheet;
import idiotaxa.core.handoff.HandoffWriter;
import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.mask.MapFaceGroups;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mask.Specks;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.origin.SeeThrough;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingMode;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.ReachMeasure;
import idiotaxa.core.reach.ReachSurvey;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.template.Template;
import idiotaxa.core.trace.SurfaceFilter;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
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

  @Option(names = "--recipe", description = "Palette, rules, settings, borders, masks and packs.")
  private Path recipeFile;

  @Option(names = "--origin", description = "vertex-colors, materials, face-groups, parts, pieces or texture.")
  private String originWord;

  @Option(names = "--palette", description = "Palette file whose groups are matched.")
  private Path paletteFile;

  @Option(names = "--sheet-by", description = "udim, material or one.")
  private String sheetBy;

  @Option(names = "--pair", description = "names or all.")
  private String pair;

  @Option(
      names = "--align",
      defaultValue = "none",
      description = "auto puts sources onto the target as the check proposes; none only says it.")
  private String align;

  @Option(names = "--solid", description = "Rays hit what is transparent too.")
  private boolean isSolid;

  @Option(names = "--anyway", description = "Bake what would be refused.")
  private boolean isAnyway;

  @Option(names = "--uv-set", defaultValue = "0", description = "UV set of the target that receives maps, from 0.")
  private int uvSet;

  @Mixin private ReadOptions reading;
  @Mixin private OutputOptions outputs;

  @Option(names = "--out", required = true, description = "Folder to write to.")
  private Path out;

  @Option(names = "--json", description = "Print the report as JSON.")
  private boolean isJson;

  @Option(names = "--strict", description = "Exit with 4 when something needs a look.")
  private boolean isStrict;

  @Mixin private SamplingOptions sampling;
  @Spec private CommandSpec spec;

  private static final String REPORT = "report.json";

  /** A model on the command line has no earlier one. */
  private static final String REVISION = "A";

  private final ReadFiles opened = new ReadFiles();
  private final List<String> notes = new ArrayList<>();
  private RecipeOption recipe = RecipeOption.none();
  private CommandFindings findings;
  private BakeTimes times;

  @Override
  public Integer call() throws IOException {
    try {
      recipe = RecipeOption.read(recipeFile, opened);
    } catch (IllegalArgumentException e) {
      spec.commandLine().getErr().println("refused: " + e.getMessage());
      return Main.INPUT_REFUSED;
    }
    applyRecipe();
    checkArguments();
    findings = new CommandFindings(spec.commandLine().getErr(), isAnyway);
    times = new BakeTimes(new PrintedProgress(spec.commandLine().getErr()));
    OutputFolder folder = OutputFolder.at(out, HandoffOutputs.MANIFEST);
    try (folder) {
      return bake(folder);
    } catch (IllegalArgumentException e) {
      // The arguments were right: it is what they lead to that cannot be baked.
      spec.commandLine().getErr().println("refused: " + e.getMessage());
      return Main.INPUT_REFUSED;
    }
  }

  private int bake(OutputFolder folder) throws IOException {
    times.at("reading", 0);
    Mesh target = MeshFiles.read(FileBundle.beside(targetFile, opened), reading.as(uvSet, sourceFiles.isEmpty()), Progress.NONE);
    Preflight preflight = new Preflight();
    if (!target.hasUvs()) {
      preflight.addNoUvs(name(targetFile));
      // There is nothing that could be baked anyway.
      new CommandFindings(spec.commandLine().getErr(), false).say(preflight.findings());
    }
    UvSetChoice.of(target, uvSet, MeshFiles.uvSets(FileBundle.beside(targetFile, opened)), this::otherSet).ifPresent(preflight::add);
    BakeSources sources =
        sourceFiles.isEmpty()
            ? null
            : BakeSources.read(sourceFiles, reading.as(0, true), target.frame(), sampling.threads(), opened);
    times.at("reading the origin", 0);
    Palette palette = readPalette();
    preflight.addColours(palette.groups(), SheetImages.BACKGROUND);
    IdOrigin origin = chooseOrigin(target, sources, preflight);
    if (sources != null) {
      Preflight dense = new Preflight();
      sources.checkCrowding(dense, times);
      findings.say(dense.findings());
      sources.align(target, align.equals("auto"), preflight, times).ifPresent(this::note);
    }
    // What is refused is refused before the origin is read, which may not be possible at all.
    findings.say(preflight.findings());
    Baked baked = bakeSheets(folder, target, sources, origin, palette);
    if (sources != null) {
      // What was read is not needed to write; at five million triangles that is most of the memory.
      sources.release();
    }
    return finish(folder, target, origin, baked);
  }

  /**
   * What is kept of a bake.
   *
   * @param own groups of the target's surface; empty when a source was read
   * @param reaches empty when nothing was traced
   */
  private record Baked(
      List<Sheet> sheets,
      List<BakedSheet> maps,
      List<Group> groups,
      Optional<SurfaceGroups> own,
      String pairing,
      Optional<Reaches> reaches) {}

  private Baked bakeSheets(
      OutputFolder folder, Mesh target, BakeSources sources, IdOrigin origin, Palette palette)
      throws IOException {
    times.at("reading the origin", 0);
    OriginReading reading = read(origin, target, sources, palette);
    List<Sheet> sheets = chooseLayout(target).divide(target);
    Preflight readable = new Preflight();
    readable.addLayout(target, sheets, false);
    sheets.forEach(sheet -> readable.addOverlaps(target, sheet, sources == null ? reading : null));
    readable.addReading(sources == null ? target : sources.mesh(), reading);
    if (origin == IdOrigin.VERTEX_COLORS && palette.groups().isEmpty()) {
      readable.addNoise(reading.groups());
    }
    Pairing pairing = sources == null ? null : choosePairing(target, sources.mesh(), readable);
    PreparedBake prepared = prepare(target, sources, reading, pairing, readable);
    findings.say(readable.findings());
    recipe.checkPlan(reading.groups(), sheets);
    checkFiles(folder, reading.groups(), sheets);
    List<BakedSheet> maps = new ArrayList<>();
    for (Sheet sheet : sheets) {
      maps.add(prepared.bake(sheet, sampling.settings(), times));
    }
    return new Baked(
        sheets,
        maps,
        reading.groups(),
        sources == null ? Optional.of(reading.surface()) : Optional.empty(),
        pairing == null ? "none" : pairing.mode().word(),
        prepared.reaches());
  }

  private int finish(OutputFolder folder, Mesh target, IdOrigin origin, Baked bake) throws IOException {
    List<BakedSheet> baked = bake.maps();
    List<Sheet> sheets = bake.sheets();
    times.at("finding specks", 0);
    MaskTarget maskTarget = MaskTarget.of(target);
    List<MaskSheet> maskSheets = new ArrayList<>();
    Map<String, Integer> specks = new HashMap<>();
    for (int s = 0; s < baked.size(); s++) {
      MaskSheet sheet = maskTarget.sheet(sheets.get(s), baked.get(s).maps(), sampling.threads());
      maskSheets.add(recipe.plan().edits().apply(sheet, "", sampling.threads()));
      specks.put(sheet.name(), Specks.count(maskSheets.get(s), Specks.USUAL));
    }
    findings.say(
        Outcome.of(baked.stream().map(BakedSheet::report).toList(), bake.groups(), specks));
    List<HandoffSheet> written = new ArrayList<>();
    for (int s = 0; s < baked.size(); s++) {
      written.add(HandoffSheet.of(baked.get(s), maskSheets.get(s)));
    }
    return write(folder, target, origin, bake, written, maskSheets, maskTarget);
  }

  private PreparedBake prepare(
      Mesh target,
      BakeSources sources,
      OriginReading reading,
      Pairing pairing,
      Preflight preflight)
      throws IOException {
    if (sources == null) {
      return PreparedBake.fromTarget(target, reading);
    }
    var traced = sources.traced(times);
    boolean isGiven = sampling.reach().isPresent();
    times.at(isGiven ? "checking the reach" : "measuring the reach", 0);
    ReachMeasure measure = new ReachMeasure(target, traced, pairing);
    ReachSurvey survey = isGiven ? measure.glance(sampling.threads()) : measure.measure(sampling.threads());
    preflight.addReach(
        survey, sampling.reach().map(reach -> new Reaches(reach, Map.of())).orElse(null));
    RayPlan plan = new RayPlan(pairing, sampling.reach(), Map.of(), Optional.of(survey), seeThrough(sources, preflight));
    return PreparedBake.fromSource(target, traced, reading, plan, sampling.threads(), times);
  }

  private Optional<SurfaceFilter> seeThrough(BakeSources sources, Preflight preflight) throws IOException {
    List<String> materials = SeeThrough.materials(sources.mesh());
    if (isSolid || materials.isEmpty()) {
      return Optional.empty();
    }
    preflight.addSeeThrough(sources.files().stream().map(BakeCommand::name).collect(Collectors.joining(" and ")), materials);
    return SeeThrough.of(sources.mesh(), sources.textures());
  }

  /** What would be written at most, before anything is computed: never over what was read. */
  private void checkFiles(OutputFolder folder, List<Group> groups, List<Sheet> sheets) throws IOException {
    Set<Integer> all = groups.stream().map(Group::number).collect(Collectors.toSet());
    List<String> paths = new ArrayList<>(List.of(REPORT));
    new HandoffOutputs(
            new HandoffOutputs.Context(
                FileNames.clean(stem(targetFile)),
                REVISION,
                sampling.size(),
                new Palette("", groups),
                sheets.stream().map(sheet -> new SheetGroups(sheet.name(), all)).toList(),
                recipe.plan(),
                original()),
            outputs.template(recipe.template()))
        .plan()
        .forEach(file -> paths.add(file.path()));
    folder.refuseToOverwrite(opened.all(), paths);
  }

  private OriginalModel original() {
    return new OriginalModel(
        name(targetFile),
        false,
        () -> {
          try {
            return FileBundle.beside(targetFile, opened);
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }

  private int write(
      OutputFolder folder,
      Mesh target,
      IdOrigin origin,
      Baked bake,
      List<HandoffSheet> written,
      List<MaskSheet> maskSheets,
      MaskTarget maskTarget)
      throws IOException {
    String base = FileNames.clean(stem(targetFile));
    Palette used = new Palette(base, bake.groups());
    HandoffRequest request =
        new HandoffRequest(
            base,
            REVISION,
            Instant.now(),
            used,
            written,
            () -> grouped(target, bake.own(), maskSheets),
            original(),
            new HandoffRequest.MaskRequest(recipe.plan(), maskTarget, recipe.images()),
            settings(origin, bake),
            outputs.template(recipe.template()));
    List<Template.Problem> problems = request.outputs().problems();
    if (!problems.isEmpty()) {
      throw new IllegalArgumentException(
          problems.stream().map(Template.Problem::text).collect(Collectors.joining(" ")));
    }
    if (recipe.template().isPresent()) {
      request.outputs().notes().forEach(n -> note("template, line " + (n.line() + 1) + ": " + n.text()));
    }
    new HandoffWriter(request, folder, sampling.threads(), times).write();
    times.end();
    BakeReportFile report =
        new BakeReportFile(
            request, bake.reaches(), notes, findings.all(), times, opened, targetFile.toAbsolutePath().getParent());
    folder.put(REPORT, stream -> stream.write(report.json()));
    folder.finish().forEach(this::note);
    spec.commandLine().getOut().println(isJson ? report.text() : report.sentence());
    return isStrict && findings.needALook() ? Main.NEEDS_A_LOOK : Main.WRITTEN;
  }

  /** A target that is read itself has its own groups, another those that its maps show. */
  private GroupedMesh grouped(
      Mesh target, Optional<SurfaceGroups> own, List<MaskSheet> sheets) {
    if (own.isPresent()) {
      return GroupedMesh.of(target, own.get());
    }
    MapFaceGroups faces = new MapFaceGroups(target);
    sheets.forEach(sheet -> faces.add(sheet, sampling.threads()));
    return GroupedMesh.ofFaces(target, faces.groups());
  }

  private void note(String what) {
    notes.add(what);
    spec.commandLine().getErr().println("note: " + what);
  }

  /** What the recipe says of the bake holds where the command line says nothing. */
  private void applyRecipe() {
    originWord = given("--origin") ? originWord : recipe.setting("origin", originWord);
    pair = given("--pair") ? pair : recipe.setting("pair", pair);
    sheetBy = given("--sheet-by") ? sheetBy : recipe.setting("sheetBy", sheetBy);
    align = given("--align") ? align : recipe.setting("align", align);
    sampling.apply(recipe, this::given);
  }

  private boolean given(String option) {
    return spec.commandLine().getParseResult().hasMatchedOption(option);
  }

  private void checkArguments() {
    outputs.check();
    reading.as(uvSet, true);
    if (pair != null && !pair.equals("names") && !pair.equals("all")) {
      throw new IllegalArgumentException("--pair must be names or all, got " + pair);
    }
    if (!align.equals("none") && !align.equals("auto")) {
      throw new IllegalArgumentException("--align must be none or auto, got " + align);
    }
    if (IdOrigin.CLAIMS.word().equals(originWord) && !recipe.hasRules()) {
      throw new IllegalArgumentException(
          "--origin claims needs the rules of a recipe; give one that has some, or choose"
              + " vertex-colors, materials, face-groups, parts, pieces or texture");
    }
    if (originWord != null && IdOrigin.parse(originWord) == IdOrigin.IMAGE) {
      throw new IllegalArgumentException("--origin image: an ID image is made crisp with clean");
    }
    if (sheetBy != null && !List.of("udim", "material", "one").contains(sheetBy)) {
      throw new IllegalArgumentException(
          "--sheet-by must be udim, material or one, got " + sheetBy);
    }
    sampling.check();
  }

  private Mesh otherSet(int set) {
    try {
      return MeshFiles.read(FileBundle.beside(targetFile, opened), reading.as(set, sourceFiles.isEmpty()), Progress.NONE);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Palette readPalette() throws IOException {
    if (paletteFile == null) {
      return recipe.palette();
    }
    opened.add(paletteFile);
    return PaletteFile.read(Files.readString(paletteFile));
  }

  private IdOrigin chooseOrigin(Mesh target, BakeSources sources, Preflight preflight) {
    Mesh read = sources == null ? target : sources.mesh();
    IdOrigin best = Origins.best(read);
    IdOrigin origin = originWord == null ? best : IdOrigin.parse(originWord);
    if (originWord == null) {
      notes.add("origin " + best.word() + " was chosen: it is the first that has data");
    }
    if (origin != IdOrigin.CLAIMS && !Origins.hasData(read, origin)) {
      List<Cure> cures = new ArrayList<>();
      if (Origins.hasData(read, best)) {
        cures.add(new Cure("Read " + best.spoken() + " instead", Cure.Action.ORIGIN, best.word()));
      }
      if (sources != null && Origins.hasData(target, Origins.best(target))) {
        cures.add(new Cure("Read from the target itself", Cure.Action.READ_TARGET, ""));
      }
      List<Path> files = sources == null ? List.of(targetFile) : sources.files();
      preflight.addNoData(origin, files.stream().map(BakeCommand::name).toList(), cures);
    }
    return origin;
  }

  private OriginReading read(
      IdOrigin origin, Mesh target, BakeSources sources, Palette palette) throws IOException {
    Mesh read = sources == null ? target : sources.mesh();
    if (origin == IdOrigin.CLAIMS) {
      List<Path> files = sources == null ? List.of(targetFile) : sources.files();
      String models = files.stream().map(BakeCommand::name).collect(Collectors.joining(" and "));
      return recipe.claims(read, models, this::note);
    }
    List<Group> groups = palette.groups();
    if (origin != IdOrigin.TEXTURE) {
      return Origins.read(read, origin, groups);
    }
    return Origins.texture(
        read,
        sources == null
            ? TextureFiles.read(FileBundle.beside(targetFile, opened), target)
            : sources.textures(),
        groups);
  }

  private Pairing choosePairing(Mesh target, Mesh source, Preflight preflight) {
    PairingMode mode = pair == null ? PairingMode.FITTING : PairingMode.parse(pair);
    Pairing pairing = Pairing.of(mode, target, source, PairingRules.PLAIN);
    notes.add("pairing " + pairing.mode().word());
    preflight.addPairing(pairing);
    return pairing;
  }

  private SheetLayout chooseLayout(Mesh target) {
    return sheetBy == null
        ? SheetLayout.fitting(target)
        : SheetLayout.valueOf(sheetBy.toUpperCase(Locale.ROOT));
  }

  private HandoffRequest.Settings settings(
      IdOrigin origin, Baked bake) {
    int padding = sampling.padding();
    return new HandoffRequest.Settings(
        origin.word(),
        sampling.size(),
        sampling.size(),
        sampling.samples(),
        padding == NearestCovered.EVERYWHERE ? -1 : padding,
        bake.reaches().map(Reaches::whole).orElse(null),
        bake.pairing());
  }

  private static String name(Path file) {
    return file.getFileName().toString();
  }

  private static String stem(Path file) {
    return name(file).replaceFirst("\\.[^.]*$", "");
  }
}
