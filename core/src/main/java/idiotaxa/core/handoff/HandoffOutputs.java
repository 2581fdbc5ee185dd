package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The one list of all files of a hand-off, in the order in which they are written, known before anything
 * is computed. Plan, writing and manifest walk it. File names differ by more than case: groups whose
 * names give one file name are told apart by their numbers, sheets by theirs.
 */
public final class HandoffOutputs {
  static final String MANIFEST = "manifest.json";

  private final String base;
  private final List<Output> outputs = new ArrayList<>();

  /**
   * @param sheets by name
   */
  public HandoffOutputs(
      String baseName,
      Palette palette,
      List<String> sheets,
      boolean hasMesh,
      HandoffRequest.Contents contents) {
    base = FileNames.clean(baseName);
    List<Group> groups = contents.hasMasks() ? palette.groups() : List.of();
    List<String> groupNames =
        FileNames.distinct(
            groups.stream().map(Group::name).toList(),
            groups.stream().map(g -> Integer.toString(g.number())).toList());
    List<String> sheetNames =
        FileNames.distinct(
            sheets, IntStream.rangeClosed(1, sheets.size()).mapToObj(Integer::toString).toList());
    for (int s = 0; s < sheets.size(); s++) {
      String stem = base + "_" + sheetNames.get(s);
      addSheet(new Output.SheetLayer(sheets.get(s), true), stem, groups, groupNames, palette);
      if (contents.hasUnpadded()) {
        addSheet(new Output.SheetLayer(sheets.get(s), false), stem, groups, groupNames, palette);
      }
    }
    if (hasMesh) {
      outputs.add(new MeshOutput(base + ".glb"));
    }
  }

  private void addSheet(
      Output.SheetLayer layer,
      String stem,
      List<Group> groups,
      List<String> groupNames,
      Palette palette) {
    outputs.add(new SheetImageOutput.IdMap(layer, stem));
    outputs.add(new SheetImageOutput.IndexMap(layer, stem));
    for (int g = 0; g < groups.size(); g++) {
      outputs.add(
          new SheetImageOutput.GroupMask(layer, stem, groupNames.get(g), groups.get(g), palette));
    }
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
