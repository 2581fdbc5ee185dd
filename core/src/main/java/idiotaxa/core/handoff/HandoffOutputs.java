package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.format.OriginalFile;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskSpec;
import idiotaxa.core.mask.PackSpec;
import idiotaxa.core.mask.PickTest;
import idiotaxa.core.template.Carries;
import idiotaxa.core.template.FileFormat;
import idiotaxa.core.template.FileNamePattern;
import idiotaxa.core.template.Padded;
import idiotaxa.core.template.Selection;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateLine;
import idiotaxa.core.template.Token;
import idiotaxa.core.template.What;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * The one list of all files of a hand-off, in the order in which they are written, known before anything
 * is computed: sheet by sheet, padded before unpadded, then what belongs to no sheet. Plan, writing and
 * manifest walk it. Names of groups, masks and packs that give one file name are told apart by their
 * numbers; everything else that would give one file twice is a problem.
 */
public final class HandoffOutputs {
  /** The file that lists all others, written last. */
  public static final String MANIFEST = "manifest.json";

  /** As many as receivers unpack. */
  private static final int MOST_FILES = 10_000;

  private static final String UNPADDED = "unpadded/";

  /**
   * What the list is made from.
   *
   * @param asset begins most file names, see {@link FileNames#clean}
   * @param size of the sheets, px
   * @param original of the target
   */
  public record Context(
      String asset,
      String revision,
      int size,
      Palette palette,
      List<SheetGroups> sheets,
      MaskPlan plan,
      OriginalModel original) {}

  private final Context context;
  private final Template template;
  private final String base;
  private final List<String> groupNames;
  private final List<String> maskNames;
  private final List<String> packNames;
  private final List<Output> outputs = new ArrayList<>();
  private final List<Integer> lineOfOutput = new ArrayList<>();
  private final List<Template.Problem> problems;
  private final List<Template.Problem> notes = new ArrayList<>();
  private int line;
  private boolean hasTooMany;

  public HandoffOutputs(Context context, Template template) {
    this.context = context;
    this.template = template;
    base = FileNames.clean(context.asset());
    List<Group> groups = context.palette().groups();
    List<MaskSpec> masks = context.plan().masks();
    List<PackSpec> packs = context.plan().packs();
    // Masks of groups and made masks mostly lie in one folder.
    List<String> both =
        FileNames.distinct(
            Stream.concat(groups.stream().map(Group::name), masks.stream().map(MaskSpec::name))
                .toList(),
            Stream.concat(
                    groups.stream().map(g -> Integer.toString(g.number())),
                    masks.stream().map(mask -> "mask"))
                .toList());
    groupNames = both.subList(0, groups.size());
    maskNames = both.subList(groups.size(), both.size());
    packNames =
        FileNames.distinct(packs.stream().map(PackSpec::name).toList(), numbers(packs.size()));
    problems = new ArrayList<>(template.problems());
    addSheets();
    eachLine(l -> !l.what().isOfSheet(), this::addWhole);
    addEmptyLines();
    if (hasTooMany) {
      problems.add(
          new Template.Problem(
              -1,
              "The template would write more than %,d files; name the groups and masks that are needed."
                  .formatted(MOST_FILES)));
    }
    problems.addAll(new PathClashes(outputs, lineOfOutput).problems());
  }

  private static List<String> numbers(int count) {
    return IntStream.rangeClosed(1, count).mapToObj(Integer::toString).toList();
  }

  private void eachLine(
      Predicate<TemplateLine> isMeant, Consumer<TemplateLine> add) {
    for (line = 0; line < template.lines().size(); line++) {
      TemplateLine of = template.lines().get(line);
      // A line with a problem of its own makes no names that mean anything.
      if (isMeant.test(of) && of.problems().isEmpty()) {
        add.accept(of);
      }
    }
  }

  private void addSheets() {
    List<SheetGroups> sheets = context.sheets();
    List<String> names =
        FileNames.distinct(
            sheets.stream().map(SheetGroups::name).toList(), numbers(sheets.size()));
    for (int s = 0; s < sheets.size(); s++) {
      SheetGroups sheet = sheets.get(s);
      Map<Token, String> values = values();
      values.put(Token.SHEET, names.get(s));
      eachLine(
          l -> l.what().isOfSheet() && l.padded() != Padded.NO,
          l -> addSheet(l, sheet, true, values));
      eachLine(
          l -> l.what().isOfSheet() && l.padded() != Padded.YES,
          l -> addSheet(l, sheet, false, values));
    }
  }

  private Map<Token, String> values() {
    Map<Token, String> values = new EnumMap<>(Token.class);
    values.put(Token.ASSET, base);
    values.put(Token.REVISION, FileNames.clean(context.revision()));
    values.put(Token.SIZE, Integer.toString(context.size()));
    return values;
  }

  private SheetOutput.Place place(
      TemplateLine of, SheetGroups sheet, boolean isPadded, Map<Token, String> values) {
    boolean isTwin = of.padded() == Padded.BOTH && !isPadded;
    String path = FileNamePattern.of(of.name()).expand(values);
    return new SheetOutput.Place(
        new Output.SheetLayer(sheet.name(), isPadded), isTwin ? UNPADDED + path : path, !isTwin);
  }

  private void addSheet(
      TemplateLine of, SheetGroups sheet, boolean isPadded, Map<Token, String> values) {
    switch (of.what()) {
      case MASK -> addMasks(of, sheet, isPadded, values);
      case PACK -> addPacks(of, sheet, isPadded, values);
      default -> {
        SheetOutput.Place place = place(of, sheet, isPadded, values);
        switch (of.what()) {
          case ID_MAP -> add(new SheetImageOutput.IdMap(place));
          case INDEX_MAP -> add(new SheetImageOutput.IndexMap(place));
          case FILTERED_ID_MAP -> add(new SheetImageOutput.FilteredIdMap(place));
          case COVERAGE -> add(new CoverageOutput(place, groups(Selection.ALL, sheet, false)));
          case LAYERS -> addLayers(of, sheet, place);
          default -> throw new IllegalStateException(of.what() + " is of no sheet");
        }
      }
    }
  }

  private void addLayers(TemplateLine of, SheetGroups sheet, SheetOutput.Place place) {
    List<Group> groups = groups(of.of(), sheet, of.writesEmpty());
    List<MaskSpec> masks = masks(of.of(), sheet, of.writesEmpty());
    if (!groups.isEmpty() || !masks.isEmpty()) {
      add(new LayersOutput(place, groups, masks));
    }
  }

  private void addMasks(
      TemplateLine of, SheetGroups sheet, boolean isPadded, Map<Token, String> values) {
    for (Group group : groups(of.of(), sheet, of.writesEmpty())) {
      String name = groupNames.get(context.palette().groups().indexOf(group));
      Map<Token, String> own = new EnumMap<>(values);
      own.put(Token.MASK, name);
      own.put(Token.GROUP, name);
      own.put(Token.NUMBER, Integer.toString(group.number()));
      add(new SheetImageOutput.GroupMask(place(of, sheet, isPadded, own), group));
    }
    for (MaskSpec mask : masks(of.of(), sheet, of.writesEmpty())) {
      Map<Token, String> own = new EnumMap<>(values);
      own.put(Token.MASK, maskNames.get(context.plan().masks().indexOf(mask)));
      add(
          new SheetImageOutput.MadeMask(
              place(of, sheet, isPadded, own), mask, context.plan().groupsOf(mask)));
    }
  }

  private void addPacks(
      TemplateLine of, SheetGroups sheet, boolean isPadded, Map<Token, String> values) {
    List<PackSpec> packs = context.plan().packs();
    for (int p = 0; p < packs.size(); p++) {
      PackSpec pack = packs.get(p);
      boolean isMeant = of.of().kind() != Selection.Kind.NAMES || of.of().takesMask(pack.name());
      if (isMeant && (of.writesEmpty() || context.plan().canShow(pack, sheet.groups()))) {
        Map<Token, String> own = new EnumMap<>(values);
        own.put(Token.PACK, packNames.get(p));
        add(new SheetImageOutput.Pack(place(of, sheet, isPadded, own), pack, this::wordOf));
      }
    }
  }

  private List<Group> groups(Selection of, SheetGroups sheet, boolean hasEmpty) {
    return context.palette().groups().stream()
        .filter(g -> of.takesGroup(g.name()))
        .filter(g -> hasEmpty || sheet.groups().contains(g.number()))
        .toList();
  }

  private List<MaskSpec> masks(Selection of, SheetGroups sheet, boolean hasEmpty) {
    return context.plan().masks().stream()
        .filter(m -> of.takesMask(m.name()))
        .filter(m -> hasEmpty || context.plan().canShow(m, sheet.groups()))
        .toList();
  }

  private void addWhole(TemplateLine of) {
    String path = FileNamePattern.of(of.name()).expand(values());
    switch (of.what()) {
      case PALETTE -> add(new PaletteOutput(path, of.format(), context.palette()));
      case MESH -> {
        if (of.format() == FileFormat.ORIGINAL) {
          addOriginal(of, path);
        } else {
          addMesh(of, path);
        }
      }
      default -> throw new IllegalStateException(of.what() + " is of a sheet");
    }
  }

  private void addMesh(TemplateLine of, String path) {
    boolean isUsd = of.format() == FileFormat.USDA;
    boolean hasMaterials = (isUsd || of.format() == FileFormat.OBJ) && of.carries() == Carries.MATERIALS;
    String materials = hasMaterials ? path.replaceFirst("\\.[^.]*$", isUsd ? ".mtlx" : ".mtl") : null;
    add(new MeshOutput(path, of, base, context.palette(), materials));
    if (hasMaterials) {
      add(new MeshOutput.Materials(materials, base, context.palette(), of.format()));
    }
  }

  private void addOriginal(TemplateLine of, String name) {
    Optional<String> problem = context.original().problem(of.carries());
    if (problem.isPresent()) {
      problems.add(new Template.Problem(line, problem.get()));
      return;
    }
    OriginalFile.Kind kind = context.original().kind();
    boolean hasEnding = name.toLowerCase(Locale.ROOT).endsWith(kind.ending());
    String path = hasEnding ? name : name + kind.ending();
    boolean hasMaterials = kind == OriginalFile.Kind.OBJ && of.carries() == Carries.MATERIALS;
    String materials = hasMaterials ? path.replaceFirst("\\.[^.]*$", ".mtl") : null;
    add(new OriginalOutput(path, of.carries(), context.original(), context.palette(), materials));
    if (hasMaterials) {
      add(new MeshOutput.Materials(materials, base, context.palette(), FileFormat.OBJ));
    }
  }

  private void add(Output output) {
    if (outputs.size() < MOST_FILES) {
      outputs.add(output);
      lineOfOutput.add(line);
    } else {
      hasTooMany = true;
    }
  }

  /** Masks of a sheet that are held at once at most while its layers are written, 0 for none. */
  public int heldMasks() {
    return outputs.stream()
        .filter(LayersOutput.class::isInstance)
        .mapToInt(output -> ((LayersOutput) output).heldMasks())
        .max()
        .orElse(0);
  }

  /** Says which lines write nothing, and which names are of nothing. */
  private void addEmptyLines() {
    for (int l = 0; l < template.lines().size(); l++) {
      TemplateLine of = template.lines().get(l);
      for (String name : of.of().names()) {
        if (!isThere(of, name)) {
          String kind = of.what() == What.PACK ? "pack" : "group or mask";
          problems.add(
              new Template.Problem(
                  l, "There is no %s %s; correct the name, or take it out.".formatted(kind, name)));
        }
      }
      if (of.problems().isEmpty() && !lineOfOutput.contains(l)) {
        notes.add(new Template.Problem(l, "This line writes nothing: there is nothing of it on any sheet."));
      }
    }
  }

  private boolean isThere(TemplateLine of, String name) {
    Stream<String> names =
        of.what() == What.PACK
            ? context.plan().packs().stream().map(PackSpec::name)
            : Stream.concat(
                context.palette().groups().stream().map(Group::name),
                context.plan().masks().stream().map(MaskSpec::name));
    return names.anyMatch(name::equalsIgnoreCase);
  }

  private String wordOf(PackSpec.Well well) {
    if (well.group() > 0) {
      return context
          .palette()
          .find(well.group())
          .map(Group::name)
          .orElse("group " + well.group());
    }
    return well.mask() != null ? well.mask() : well.image();
  }

  /** The asset as file names and manifest say it. */
  String base() {
    return base;
  }

  List<Output> list() {
    return outputs;
  }

  /** The images of every sheet that the manifest names and that can be picked from: its first ID map, and its first filtered one. */
  List<Output.PickedImage> pickedImages() {
    Map<String, Output.PickedImage> crisp = new LinkedHashMap<>();
    Map<String, Output.PickedImage> filtered = new LinkedHashMap<>();
    for (Output output : outputs) {
      if (output instanceof SheetImageOutput.IdMap) {
        crisp.putIfAbsent(output.layer().sheet(), picked(output, PickTest.Variant.CRISP));
      } else if (output instanceof SheetImageOutput.FilteredIdMap) {
        filtered.putIfAbsent(output.layer().sheet(), picked(output, PickTest.Variant.FILTERED));
      }
    }
    List<Output.PickedImage> all = new ArrayList<>(crisp.values());
    all.addAll(filtered.values());
    return all;
  }

  private static Output.PickedImage picked(Output output, PickTest.Variant variant) {
    return new Output.PickedImage(output.layer(), output.path(), variant);
  }

  /** Why nothing can be written; none when all is well. */
  public List<Template.Problem> problems() {
    return problems;
  }

  /** What may not be meant, but hinders nothing. */
  public List<Template.Problem> notes() {
    return notes;
  }

  /** Every file with what it is, the manifest last. */
  public List<PlannedFile> plan() {
    List<PlannedFile> plan = new ArrayList<>();
    for (int o = 0; o < outputs.size(); o++) {
      plan.add(new PlannedFile(outputs.get(o).path(), outputs.get(o).what(), lineOfOutput.get(o)));
    }
    plan.add(new PlannedFile(MANIFEST, "what is in this package", -1));
    return plan;
  }
}
