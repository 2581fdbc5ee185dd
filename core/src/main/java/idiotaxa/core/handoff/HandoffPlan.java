package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Group;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The exact list of files of a hand-off, known before anything is computed. Two groups whose names
 * give the same file name are told apart by their numbers.
 */
public final class HandoffPlan {
  static final String MANIFEST = "manifest.json";

  private final String base;
  private final List<Group> groups;
  private final HandoffRequest.Contents contents;
  private final Map<Integer, String> fileNameOfGroup = new HashMap<>();

  public HandoffPlan(String baseName, List<Group> groups, HandoffRequest.Contents contents) {
    base = FileNames.clean(baseName);
    this.groups = groups;
    this.contents = contents;
    Map<String, Integer> uses = new HashMap<>();
    groups.forEach(g -> uses.merge(FileNames.clean(g.name()), 1, Integer::sum));
    for (Group group : groups) {
      String clean = FileNames.clean(group.name());
      fileNameOfGroup.put(
          group.number(), uses.get(clean) == 1 ? clean : clean + "-" + group.number());
    }
  }

  public String idMap(String sheet, boolean isPadded) {
    return folder(isPadded) + base + "_" + FileNames.clean(sheet) + "_id.png";
  }

  public String indexMap(String sheet, boolean isPadded) {
    return folder(isPadded) + base + "_" + FileNames.clean(sheet) + "_index.png";
  }

  public String mask(String sheet, Group group, boolean isPadded) {
    return folder(isPadded)
        + "masks/"
        + base
        + "_"
        + FileNames.clean(sheet)
        + "_"
        + fileNameOfGroup.get(group.number())
        + ".png";
  }

  public String mesh() {
    return base + ".glb";
  }

  private static String folder(boolean isPadded) {
    return isPadded ? "" : "unpadded/";
  }

  /** All files in the order in which they are written, the manifest last. */
  public List<PlannedFile> files(List<String> sheets, boolean hasMesh) {
    List<PlannedFile> out = new ArrayList<>();
    for (String sheet : sheets) {
      addSheet(out, sheet, true);
      if (contents.hasUnpadded()) {
        addSheet(out, sheet, false);
      }
    }
    if (hasMesh) {
      out.add(new PlannedFile(mesh(), "target with claims as vertex colours"));
    }
    out.add(new PlannedFile(MANIFEST, "what is in this package"));
    return out;
  }

  private void addSheet(List<PlannedFile> out, String sheet, boolean isPadded) {
    String kind = isPadded ? "padded" : "unpadded";
    out.add(new PlannedFile(idMap(sheet, isPadded), "ID map, " + kind));
    out.add(new PlannedFile(indexMap(sheet, isPadded), "index map, " + kind));
    if (contents.hasMasks()) {
      for (Group group : groups) {
        out.add(
            new PlannedFile(
                mask(sheet, group, isPadded), "mask of " + group.name() + ", " + kind));
      }
    }
  }
}
