package idiotaxa.core.pairing;

import idiotaxa.core.claim.NameStem;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * A target among files, with the sources that its name goes with: {@code buoy.glb} or {@code buoy_low.obj}
 * with {@code buoy_high.ply} and {@code hp_buoy.glb}.
 *
 * @param name of the target's file without its ending
 * @param target file name
 * @param sources file names, in their order
 */
public record ModelPair(String name, String target, List<String> sources) {

  /**
   * What was found among files.
   *
   * @param pairs by the names of their targets
   * @param alone sources that no target's name goes with
   */
  public record Found(List<ModelPair> pairs, List<String> alone) {}

  /**
   * Tells targets from sources by the words for high poly in their names; what is alone with such a name is
   * a source without target.
   *
   * @param fileNames of models only
   */
  public static Found of(Collection<String> fileNames) {
    return of(fileNames, name -> !NameStem.isHigh(base(name)), name -> NameStem.isHigh(base(name)));
  }

  /**
   * @param isTarget and {@code isSource}: a file may be both, or neither and is left out then
   */
  public static Found of(
      Collection<String> fileNames, Predicate<String> isTarget, Predicate<String> isSource) {
    Map<String, List<String>> sources = new TreeMap<>();
    List<String> targets = new ArrayList<>();
    for (String name : fileNames.stream().sorted().toList()) {
      if (isTarget.test(name)) {
        targets.add(name);
      } else if (isSource.test(name)) {
        sources.computeIfAbsent(NameStem.of(base(name)), s -> new ArrayList<>()).add(name);
      }
    }
    List<ModelPair> pairs = new ArrayList<>();
    Map<String, List<String>> alone = new TreeMap<>(sources);
    for (String target : targets) {
      String stem = NameStem.of(base(target));
      pairs.add(new ModelPair(base(target), target, sources.getOrDefault(stem, List.of())));
      alone.remove(stem);
    }
    return new Found(pairs, alone.values().stream().flatMap(List::stream).toList());
  }

  private static String base(String fileName) {
    return fileName.replaceFirst("\\.[^.]*$", "");
  }
}
