package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskSpec;
import idiotaxa.core.mask.PackSpec;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * The one list of all files of a hand-off, in the order in which they are written, known before anything
 * is computed. Plan, writing and manifest walk it. File names differ by more than case: groups whose
 * names give one file name are told apart by their numbers, sheets by theirs.
 */
public final class HandoffOutputs {
  static final String MANIFEST = "manifest.json";

  private final String base;
  private final Palette palette;
  private final MaskPlan plan;
  private final List<Group> groups;
  private final List<String> maskNames;
  private final List<String> packNames;
  private final List<Output> outputs = new ArrayList<>();

  /**
   * @param sheets by name
   */
  public HandoffOutputs(
      String baseName,
      Palette palette,
      List<String> sheets,
      boolean hasMesh,
      MaskPlan plan,
      HandoffRequest.Contents contents) {
    base = FileNames.clean(baseName);
    this.palette = palette;
    this.plan = plan;
    groups = contents.hasMasks() ? palette.groups() : List.of();
    // Masks of groups and made masks lie in one folder.
    maskNames =
        FileNames.distinct(
            Stream.concat(
                    groups.stream().map(Group::name), plan.masks().stream().map(MaskSpec::name))
                .toList(),
            Stream.concat(
                    groups.stream().map(g -> Integer.toString(g.number())),
                    plan.masks().stream().map(mask -> "mask"))
                .toList());
    packNames =
        FileNames.distinct(
            plan.packs().stream().map(PackSpec::name).toList(), numbers(plan.packs().size()));
    List<String> sheetNames = FileNames.distinct(sheets, numbers(sheets.size()));
    for (int s = 0; s < sheets.size(); s++) {
      String stem = base + "_" + sheetNames.get(s);
      addSheet(new Output.SheetLayer(sheets.get(s), true), stem);
      if (contents.hasUnpadded()) {
        addSheet(new Output.SheetLayer(sheets.get(s), false), stem);
      }
    }
    if (hasMesh) {
      outputs.add(new MeshOutput(base + ".glb"));
    }
  }

  private static List<String> numbers(int count) {
    return IntStream.rangeClosed(1, count).mapToObj(Integer::toString).toList();
  }

  private void addSheet(Output.SheetLayer layer, String stem) {
    outputs.add(new SheetImageOutput.IdMap(layer, stem));
    outputs.add(new SheetImageOutput.IndexMap(layer, stem));
    for (int g = 0; g < groups.size(); g++) {
      outputs.add(
          new SheetImageOutput.GroupMask(layer, stem, maskNames.get(g), groups.get(g)));
    }
    for (int m = 0; m < plan.masks().size(); m++) {
      MaskSpec mask = plan.masks().get(m);
      String name = maskNames.get(groups.size() + m);
      outputs.add(
          new SheetImageOutput.MadeMask(layer, stem, name, mask, plan.groupsOf(mask)));
    }
    for (int p = 0; p < plan.packs().size(); p++) {
      outputs.add(
          new SheetImageOutput.Pack(
              layer, stem, packNames.get(p), plan.packs().get(p), this::wordOf));
    }
  }

  private String wordOf(PackSpec.Well well) {
    if (well.group() > 0) {
      return palette.find(well.group()).map(Group::name).orElse("group " + well.group());
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

  /** Every file with what it is, the manifest last. */
  public List<PlannedFile> plan() {
    List<PlannedFile> plan = new ArrayList<>();
    outputs.forEach(output -> plan.add(new PlannedFile(output.path(), output.what())));
    plan.add(new PlannedFile(MANIFEST, "what is in this package"));
    return plan;
  }
}
