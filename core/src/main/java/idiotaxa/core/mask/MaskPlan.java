package idiotaxa.core.mask;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.IntUnaryOperator;

/** Everything that an asset does with its maps after a bake: edits, masks and packs. */
public record MaskPlan(MapEdits edits, List<MaskSpec> masks, List<PackSpec> packs) {
  private static final int MOST = 256;

  /** Nothing is made. */
  public static final MaskPlan EMPTY = new MaskPlan(MapEdits.NONE, List.of(), List.of());

  public MaskPlan {
    masks = List.copyOf(masks);
    packs = List.copyOf(packs);
    if (masks.size() > MOST || packs.size() > MOST) {
      throw new IllegalArgumentException("there are more than " + MOST + " masks or packs");
    }
    checkNames("masks", masks.stream().map(MaskSpec::name).toList());
    checkNames("packs", packs.stream().map(PackSpec::name).toList());
  }

  private static void checkNames(String of, List<String> names) {
    Set<String> seen = new HashSet<>();
    for (String name : names) {
      if (!seen.add(name.toLowerCase(Locale.ROOT))) {
        throw new IllegalArgumentException(
            "two %s are called %s; names differ by more than case".formatted(of, name));
      }
    }
  }

  /**
   * What a mask or a pack uses that is not there.
   *
   * @param of name of the mask or the pack
   */
  public record Gap(String of, String text) {}

  /**
   * @param groups numbers that there are
   */
  public List<Gap> gaps(Set<Integer> groups, GreyImages images, List<String> sheets) {
    List<Gap> gaps = new ArrayList<>();
    for (BorderRule rule : edits.borders()) {
      for (int group : new int[] {rule.from(), rule.into()}) {
        if (group > 0 && !groups.contains(group)) {
          String of = "the border of %d towards %d".formatted(rule.from(), rule.into());
          gaps.add(new Gap(of, of + " uses group " + group + ", which is gone."));
        }
      }
    }
    Set<String> earlier = new HashSet<>();
    for (MaskSpec mask : masks) {
      for (MaskPart part : mask.parts()) {
        addGaps(mask.name(), part, groups, earlier, images, sheets, gaps);
      }
      earlier.add(mask.name().toLowerCase(Locale.ROOT));
    }
    for (PackSpec pack : packs) {
      for (PackSpec.Well well : pack.wells()) {
        if (well != null) {
          addGaps(pack.name(), well.asPart(), groups, earlier, images, sheets, gaps);
        }
      }
    }
    return gaps;
  }

  private void addGaps(
      String of,
      MaskPart part,
      Set<Integer> groups,
      Set<String> earlier,
      GreyImages images,
      List<String> sheets,
      List<Gap> gaps) {
    if (part.group() > 0 && !groups.contains(part.group())) {
      gaps.add(new Gap(of, of + " uses group " + part.group() + ", which is gone."));
    }
    if (part.mask() != null && !earlier.contains(part.mask().toLowerCase(Locale.ROOT))) {
      boolean isLater = masks.stream().anyMatch(m -> MaskMaker.sameName(m.name(), part.mask()));
      String why = isLater ? ", which is not before it in the tray." : ", which is gone.";
      gaps.add(new Gap(of, of + " uses the mask " + part.mask() + why));
    }
    for (String sheet : part.image() == null ? List.<String>of() : sheets) {
      String name = part.image().replace(GreyImages.SHEET, sheet);
      if (images.find(name).isEmpty()) {
        gaps.add(new Gap(of, of + " uses the image " + name + ", which is not there."));
        if (name.equals(part.image())) {
          break;
        }
      }
    }
  }

  /**
   * The same with other numbers for the groups.
   *
   * @param number of a group's present number; 0 takes out what is about it
   */
  public MaskPlan withGroups(IntUnaryOperator number) {
    List<BorderRule> borders = new ArrayList<>();
    for (BorderRule rule : edits.borders()) {
      int from = number.applyAsInt(rule.from());
      int into = number.applyAsInt(rule.into());
      if (from > 0 && into > 0) {
        borders.add(new BorderRule(from, into, rule.px()));
      }
    }
    List<TouchUp> touchUps = new ArrayList<>();
    for (TouchUp t : edits.touchUps()) {
      int group = t.group() == 0 ? 0 : number.applyAsInt(t.group());
      if (t.group() == 0 || group > 0) {
        touchUps.add(
            new TouchUp(t.sheet(), t.layout(), t.kind(), group, t.path(), t.width(), t.size(), t.runs()));
      }
    }
    List<MaskSpec> renumbered = new ArrayList<>();
    for (MaskSpec mask : masks) {
      List<MaskPart> parts = new ArrayList<>();
      for (MaskPart part : mask.parts()) {
        int group = part.group() == 0 ? 0 : number.applyAsInt(part.group());
        if (part.group() == 0 || group > 0) {
          parts.add(new MaskPart(group, part.mask(), part.image(), part.how()));
        }
      }
      renumbered.add(new MaskSpec(mask.name(), parts, mask.steps(), mask.bits()));
    }
    List<PackSpec> repacked = new ArrayList<>();
    for (PackSpec pack : packs) {
      repacked.add(
          new PackSpec(
              pack.name(),
              well(pack.r(), number),
              well(pack.g(), number),
              well(pack.b(), number),
              well(pack.a(), number)));
    }
    return new MaskPlan(new MapEdits(edits.specks(), borders, touchUps), renumbered, repacked);
  }

  private static PackSpec.Well well(PackSpec.Well well, IntUnaryOperator number) {
    if (well == null || well.group() == 0) {
      return well;
    }
    int group = number.applyAsInt(well.group());
    return group > 0 ? new PackSpec.Well(group, null, null) : null;
  }

  /** The same for maps of which only every n-th texel is left, to be seen while a number is dragged. */
  public MaskPlan shrunk(int n) {
    List<MaskSpec> smaller =
        masks.stream()
            .map(
                m ->
                    new MaskSpec(
                        m.name(),
                        m.parts(),
                        m.steps().stream().map(step -> step.scaled(1.0 / n)).toList(),
                        m.bits()))
            .toList();
    return new MaskPlan(edits.shrunk(n), smaller, packs);
  }

  /**
   * Whether a mask can have anything on a sheet. One of images, one that is inverted and one that grows
   * over the surface can wherever they are.
   *
   * @param present numbers of the groups that the sheet has
   */
  public boolean canShow(MaskSpec mask, Set<Integer> present) {
    return groupsOf(mask).stream().anyMatch(present::contains) || reachesAnywhere(mask, new HashSet<>());
  }

  private boolean reachesAnywhere(MaskSpec mask, Set<String> seen) {
    if (!seen.add(mask.name().toLowerCase(Locale.ROOT))) {
      return false;
    }
    boolean isFar =
        mask.isOnSurface()
            || mask.steps().stream().anyMatch(step -> step.kind() == MaskStep.Kind.INVERT)
            || mask.parts().stream().anyMatch(part -> part.image() != null);
    return isFar
        || masks.stream()
            .filter(m -> mask.parts().stream().anyMatch(p -> p.mask() != null && MaskMaker.sameName(m.name(), p.mask())))
            .anyMatch(m -> reachesAnywhere(m, seen));
  }

  /** Whether a pack can have anything on a sheet. */
  public boolean canShow(PackSpec pack, Set<Integer> present) {
    for (PackSpec.Well well : pack.wells()) {
      if (well != null) {
        boolean canShow =
            well.image() != null
                || present.contains(well.group())
                || masks.stream()
                    .anyMatch(
                        m ->
                            well.mask() != null
                                && MaskMaker.sameName(m.name(), well.mask())
                                && canShow(m, present));
        if (canShow) {
          return true;
        }
      }
    }
    return false;
  }

  /** Numbers of the groups that a mask is made of, those of masks that it uses among them. */
  public Set<Integer> groupsOf(MaskSpec mask) {
    Set<Integer> groups = new java.util.TreeSet<>();
    addGroups(mask, groups, new HashSet<>());
    return groups;
  }

  private void addGroups(MaskSpec mask, Set<Integer> groups, Set<String> seen) {
    if (!seen.add(mask.name().toLowerCase(Locale.ROOT))) {
      return;
    }
    for (MaskPart part : mask.parts()) {
      if (part.group() > 0) {
        groups.add(part.group());
      }
      masks.stream()
          .filter(m -> part.mask() != null && MaskMaker.sameName(m.name(), part.mask()))
          .forEach(m -> addGroups(m, groups, seen));
    }
  }
}
