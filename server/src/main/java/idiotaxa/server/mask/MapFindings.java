package idiotaxa.server.mask;

import idiotaxa.core.group.Palette;
import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.mask.Borders;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.PickTest;
import idiotaxa.core.mask.Speck;
import idiotaxa.core.mask.Specks;
import idiotaxa.core.mask.TouchUp;
import idiotaxa.core.mask.TouchUps;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.bake.BakeGroups;
import idiotaxa.server.bake.BakeRow;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.bake.SheetRow;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What a baked map holds that masks, borders and touch-ups are about; groups by their identities. */
@Component
public class MapFindings {
  /** More are a noisy source, and no list for a person. */
  private static final int MOST_LISTED = 500;

  private final BakeService bakes;
  private final BakeGroups groups;
  private final MaskService masks;
  private final MaskSheets sheets;
  private final MaskImageService images;
  private final JsonMapper json;

  MapFindings(
      BakeService bakes,
      BakeGroups groups,
      MaskService masks,
      MaskSheets sheets,
      MaskImageService images,
      JsonMapper json) {
    this.bakes = bakes;
    this.groups = groups;
    this.masks = masks;
    this.sheets = sheets;
    this.images = images;
    this.json = json;
  }

  /** Two groups that touch, and how long their border is, px. */
  public record BorderView(long one, long other, double px) {}

  /** A speck on a sheet; groups by their identities, 0 for unclaimed. */
  public record SpeckView(
      String sheet,
      long group,
      long proposed,
      long texels,
      double squareMillimetres,
      double u,
      double v,
      int x,
      int y,
      int width,
      int height,
      double[] position,
      double[] normal) {}

  /**
   * Specks of a bake.
   *
   * @param count of all of them
   * @param list the largest
   */
  public record SpeckList(int count, List<SpeckView> list) {}

  /** What a pick of a group's colour takes; see the engine's pick test. */
  public record PickView(
      long group,
      long texels,
      int from,
      int to,
      int best,
      boolean isExact,
      long wronglyTaken,
      long wronglyLeft,
      Long limitedBy) {}

  /**
   * What does not fit the present bake.
   *
   * @param gaps what masks and packs use that is not there
   * @param lostTouchUps places in the list of touch-ups whose layout is gone
   */
  public record Gaps(List<MaskPlan.Gap> gaps, List<Integer> lostTouchUps) {}

  /** Identities of the groups of a bake by the numbers that they had. */
  private Map<Integer, Long> identities(BakeRow bake) {
    return groups.identities(bake);
  }

  private MaskSheet present(BakeRow bake, String sheet, boolean isEdited) {
    return isEdited
        ? sheets.edited(
            bake, sheet, sheets.numbered(bake, masks.state(bake.assetId()).plan()), 1)
        : sheets.plain(bake, sheet, 1);
  }

  /** The pairs that touch on the sheets of a bake as it was baked, the longest border first. */
  public List<BorderView> borders(long bakeId) {
    BakeRow bake = bakes.get(bakeId);
    Map<Integer, Long> ids = identities(bake);
    Map<List<Long>, Double> lengths = new LinkedHashMap<>();
    for (SheetRow row : bakes.sheets(bakeId)) {
      for (Borders.Touching pair : Borders.of(present(bake, row.name(), false))) {
        lengths.merge(
            List.of(ids.getOrDefault(pair.one(), 0L), ids.getOrDefault(pair.other(), 0L)),
            pair.px(),
            Double::sum);
      }
    }
    return lengths.entrySet().stream()
        .filter(e -> e.getKey().get(0) > 0 && e.getKey().get(1) > 0)
        .map(e -> new BorderView(e.getKey().get(0), e.getKey().get(1), e.getValue()))
        .sorted(Comparator.comparingDouble(b -> -b.px()))
        .toList();
  }

  /**
   * Specks of a bake after the present edits.
   *
   * @param most texels of one
   */
  public SpeckList specks(long bakeId, int most) {
    BakeRow bake = bakes.get(bakeId);
    Map<Integer, Long> ids = identities(bake);
    List<SpeckView> all = new ArrayList<>();
    for (SheetRow row : bakes.sheets(bakeId)) {
      MaskSheet sheet = present(bake, row.name(), true);
      for (Speck speck : Specks.find(sheet, most)) {
        all.add(view(sheet, speck, ids));
      }
    }
    all.sort(Comparator.comparingLong(s -> -s.texels()));
    return new SpeckList(all.size(), all.subList(0, Math.min(MOST_LISTED, all.size())));
  }

  private static SpeckView view(MaskSheet sheet, Speck speck, Map<Integer, Long> ids) {
    int width = sheet.maps().width();
    int height = sheet.maps().height();
    return new SpeckView(
        sheet.name(),
        ids.getOrDefault(speck.group(), 0L),
        ids.getOrDefault(speck.proposed(), 0L),
        speck.texels(),
        speck.squareMillimetres(),
        (speck.texel() % width + 0.5) / width,
        1 - (speck.texel() / width + 0.5) / height,
        speck.x(),
        speck.y(),
        speck.width(),
        speck.height(),
        speck.position(),
        speck.normal());
  }

  /**
   * A touch-up of a place as it is now; it is kept with the plan by whoever asked.
   *
   * @param path u and v of the places on the sheet
   * @param widthPx of a stroke, texels
   * @param group identity, 0 for unclaimed
   */
  public TouchUp touchUp(
      long bakeId, String sheetName, TouchUp.Kind kind, List<Double> path, double widthPx, int group) {
    BakeRow bake = bakes.get(bakeId);
    MaskSheet sheet = present(bake, sheetName, true);
    String layout = sheets.layout(bake, sheetName);
    if (path == null || path.size() < 2) {
      throw new IllegalArgumentException("path: u and v of a place are missing.");
    }
    TouchUp touchUp =
        kind == TouchUp.Kind.REGION
            ? TouchUps.region(sheet, layout, path.get(0), path.get(1), group)
            : new TouchUp(
                sheetName,
                layout,
                kind,
                group,
                path,
                kind == TouchUp.Kind.STROKE ? widthPx / sheet.maps().width() : 0,
                0,
                null);
    if (TouchUps.texels(sheet, touchUp).isEmpty()) {
      throw new IllegalArgumentException("There is nothing of the target at this place of the sheet.");
    }
    return touchUp;
  }

  /**
   * What picks of the groups' colours take of a sheet, as it is written after the present edits.
   *
   * @param colors other ID colours by the identity of groups, to see what a change would do
   */
  public List<PickView> pickTest(
      long bakeId, String sheetName, PickTest.Variant variant, Map<Long, Integer> colors) {
    BakeRow bake = bakes.get(bakeId);
    MaskSheet sheet = present(bake, sheetName, true);
    Map<Integer, Long> ids = identities(bake);
    Palette palette = groups.paletteOf(bake, "asset");
    Palette tried =
        new Palette(
            palette.name(),
            palette.groups().stream()
                .map(g -> g.withColor(colors.getOrDefault(ids.get(g.number()), g.color())))
                .toList());
    int padding = json.readValue(bake.settings(), BakeSettings.class).padding();
    int radius = padding < 0 ? NearestCovered.EVERYWHERE : padding;
    return PickTest.of(
            sheet.maps().padded(radius, Parallel.cores()), tried, variant, Parallel.cores())
        .stream()
        .map(
            r ->
                new PickView(
                    ids.get(r.group()),
                    r.texels(),
                    r.from(),
                    r.to(),
                    r.best(),
                    r.isExact(),
                    r.wronglyTaken(),
                    r.wronglyLeft(),
                    r.limitedBy() < 0 ? null : ids.getOrDefault(r.limitedBy(), 0L)))
        .toList();
  }

  /** What of the present plan does not fit a bake. */
  public Gaps gaps(long bakeId) {
    BakeRow bake = bakes.get(bakeId);
    MaskPlan plan = masks.state(bake.assetId()).plan();
    List<String> names = bakes.sheets(bakeId).stream().map(SheetRow::name).toList();
    Set<Integer> known =
        identities(bake).values().stream().map(Math::toIntExact).collect(Collectors.toSet());
    Map<Integer, String> namesOfGroups = groups.namesOf(bake);
    List<MaskPlan.Gap> gaps =
        plan.gaps(known, images.of(bake.assetId()), names).stream()
            .map(gap -> withNames(gap, namesOfGroups))
            .toList();
    List<Integer> lost = new ArrayList<>();
    for (int t = 0; t < plan.edits().touchUps().size(); t++) {
      TouchUp touchUp = plan.edits().touchUps().get(t);
      boolean isThere =
          names.contains(touchUp.sheet())
              && sheets.layout(bake, touchUp.sheet()).equals(touchUp.layout());
      if (!isThere) {
        lost.add(t);
      }
    }
    return new Gaps(gaps, lost);
  }

  private static MaskPlan.Gap withNames(MaskPlan.Gap gap, Map<Integer, String> names) {
    String text = gap.text();
    for (Map.Entry<Integer, String> name : names.entrySet()) {
      text = text.replace("group " + name.getKey() + ",", name.getValue() + ",");
    }
    return new MaskPlan.Gap(gap.of(), text);
  }
}
