package idiotaxa.server.mask;

import idiotaxa.core.group.Rgb;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.mask.PickTest;
import idiotaxa.core.mask.TouchUp;
import idiotaxa.server.web.VersionHeader;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import idiotaxa.server.people.Costly;
import idiotaxa.server.people.OnlyReads;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Masks, borders, specks, touch-ups and packs of an asset, and what they make of a bake. */
@RestController
@RequestMapping("/api")
class MaskController {
  private static final int LARGEST = 8192;
  private static final String SHARE = "Idiotaxa-Share";

  private final MaskService masks;
  private final MaskPictures pictures;
  private final MapFindings findings;
  private final MaskImageService images;

  MaskController(
      MaskService masks, MaskPictures pictures, MapFindings findings, MaskImageService images) {
    this.masks = masks;
    this.pictures = pictures;
    this.findings = findings;
    this.images = images;
  }

  /**
   * Where an asset's masks stand.
   *
   * @param state names it; to be sent back as If-Match
   * @param plan as in recipes, with groups by their identities
   * @param images grey images that masks and packs can use
   */
  record MaskState(
      long state,
      int position,
      int length,
      String words,
      String nextWords,
      JsonNode plan,
      List<MaskImageService.ImageView> images) {}

  /**
   * A plan to be kept.
   *
   * @param words what the change does, for undo
   */
  record NewPlan(String words, JsonNode plan) {}

  /** Negative to undo, positive to redo. */
  record Steps(Integer steps) {}

  /**
   * A picture that is asked for.
   *
   * @param plan as in recipes, with groups by their identities; need not be kept
   * @param name of the mask or the pack
   * @param isPadded null for padded
   * @param channel of a pack: {@code rgba, rgb, r, g, b} or {@code a}; null for rgba
   * @param largest side of the picture, px; a larger sheet is shrunk first. Null for the whole
   */
  record PictureRequest(JsonNode plan, String name, Boolean isPadded, String channel, Integer largest) {
    MaskPlan parsed() {
      if (plan == null) {
        throw new IllegalArgumentException("plan is missing.");
      }
      return MaskPlanJson.parse(plan.toString());
    }

    int size() {
      int size = largest == null ? LARGEST : largest;
      if (size < 16 || size > LARGEST) {
        throw new IllegalArgumentException("largest must be in 16 … " + LARGEST + " px, got " + size);
      }
      return size;
    }
  }

  /**
   * A place to be touched up.
   *
   * @param kind {@code region, island, triangle} or {@code stroke}
   * @param path u and v of the places, 0 … 1 of the sheet
   * @param widthPx of a stroke, texels
   * @param group identity of the group that gets it, 0 for unclaimed
   */
  record TouchUpRequest(String kind, List<Double> path, Double widthPx, Integer group) {}

  /** Other ID colours, #RRGGBB by the identity of groups; may be empty. */
  record PickRequest(Map<Long, String> colors) {}

  private MaskState view(long assetId, MaskService.State state) {
    return new MaskState(
        state.stateId(),
        state.position(),
        state.length(),
        state.words(),
        state.nextWords(),
        MaskPlanJson.node(state.plan()),
        images.list(assetId));
  }

  /** The masks, packs, borders and touch-ups as they are now. */
  @GetMapping("/assets/{assetId}/masks")
  MaskState get(@PathVariable("assetId") long assetId) {
    return view(assetId, masks.state(assetId));
  }

  /**
   * Keeps another plan of masks as one step that can be undone.
   *
   * @param ifMatch the state that the change is based on, in quotes
   */
  @PutMapping("/assets/{assetId}/masks")
  MaskState put(
      @PathVariable("assetId") long assetId,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody NewPlan plan) {
    if (plan.plan() == null) {
      throw new IllegalArgumentException("plan is missing.");
    }
    MaskPlan parsed = MaskPlanJson.parse(plan.plan().toString());
    return view(
        assetId, masks.keep(assetId, VersionHeader.parseState(ifMatch), plan.words(), parsed));
  }

  /** Undoes or redoes steps of the masks. */
  @PostMapping("/assets/{assetId}/masks/steps")
  MaskState step(@PathVariable("assetId") long assetId, @RequestBody Steps steps) {
    if (steps.steps() == null) {
      throw new IllegalArgumentException("steps is missing.");
    }
    return view(assetId, masks.step(assetId, steps.steps()));
  }

  private static ResponseEntity<byte[]> png(MaskPictures.Picture picture) {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noStore())
        .header(SHARE, Double.toString(picture.share()))
        .body(picture.png());
  }

  private static <E extends Enum<E>> E parse(String field, Class<E> type, String word) {
    for (E value : type.getEnumConstants()) {
      if (value.name().toLowerCase(Locale.ROOT).equals(word)) {
        return value;
      }
    }
    throw new IllegalArgumentException(
        "%s: one of %s is expected, got %s"
            .formatted(
                field,
                Arrays.stream(type.getEnumConstants())
                    .map(v -> v.name().toLowerCase(Locale.ROOT))
                    .collect(Collectors.joining(", ")),
                word));
  }

  /** A mask of a baked sheet in grey; the header Idiotaxa-Share says its share of the sheet. */
  @PostMapping("/bakes/{id}/sheets/{sheet}/made-mask.png")
  @OnlyReads
  ResponseEntity<byte[]> mask(
      @PathVariable("id") long id,
      @PathVariable("sheet") String sheet,
      @RequestBody PictureRequest asked) {
    boolean isPadded = asked.isPadded() == null || asked.isPadded();
    return png(pictures.mask(id, sheet, asked.parsed(), asked.name(), isPadded, asked.size()));
  }

  /** A pack of a baked sheet in its four channels. */
  @PostMapping("/bakes/{id}/sheets/{sheet}/pack.png")
  @OnlyReads
  ResponseEntity<byte[]> pack(
      @PathVariable("id") long id,
      @PathVariable("sheet") String sheet,
      @RequestBody PictureRequest asked) {
    boolean isPadded = asked.isPadded() == null || asked.isPadded();
    MaskPictures.Channel channel =
        asked.channel() == null
            ? MaskPictures.Channel.RGBA
            : parse("channel", MaskPictures.Channel.class, asked.channel());
    return png(
        pictures.pack(id, sheet, asked.parsed(), asked.name(), channel, isPadded, asked.size()));
  }

  /** The ID map after borders, specks and touch-ups; what they change is in full colour. */
  @PostMapping("/bakes/{id}/sheets/{sheet}/edits.png")
  @OnlyReads
  ResponseEntity<byte[]> edits(
      @PathVariable("id") long id,
      @PathVariable("sheet") String sheet,
      @RequestBody PictureRequest asked) {
    return png(pictures.edits(id, sheet, asked.parsed(), asked.size()));
  }

  /** The pairs of groups that touch, with the length of their borders. */
  @GetMapping("/bakes/{id}/borders")
  List<MapFindings.BorderView> borders(@PathVariable("id") long id) {
    return findings.borders(id);
  }

  /** Small regions that lie in other groups, the largest first. */
  @GetMapping("/bakes/{id}/specks")
  MapFindings.SpeckList specks(
      @PathVariable("id") long id, @RequestParam(name = "most", defaultValue = "8") int most) {
    return findings.specks(id, most);
  }

  /** A touch-up of a place as it is now, to be added to a plan. */
  @PostMapping("/bakes/{id}/sheets/{sheet}/touch-up")
  @OnlyReads
  JsonNode touchUp(
      @PathVariable("id") long id,
      @PathVariable("sheet") String sheet,
      @RequestBody TouchUpRequest asked) {
    if (asked.kind() == null || asked.group() == null) {
      throw new IllegalArgumentException("kind and group are needed.");
    }
    TouchUp.Kind kind = parse("kind", TouchUp.Kind.class, asked.kind());
    double width = asked.widthPx() == null ? 1 : asked.widthPx();
    return MaskPlanJson.node(
        findings.touchUp(id, sheet, kind, asked.path(), width, asked.group()));
  }

  /** What a pick of every group's colour takes, by tolerance. */
  @PostMapping("/bakes/{id}/sheets/{sheet}/pick-test")
  @OnlyReads
  @Costly
  List<MapFindings.PickView> pickTest(
      @PathVariable("id") long id,
      @PathVariable("sheet") String sheet,
      @RequestParam(name = "variant", defaultValue = "crisp") String variant,
      @RequestBody PickRequest asked) {
    PickTest.Variant of = parse("variant", PickTest.Variant.class, variant);
    Map<Long, Integer> colors = new HashMap<>();
    if (asked.colors() != null) {
      asked.colors().forEach((group, color) -> colors.put(group, Rgb.parse(color)));
    }
    return findings.pickTest(id, sheet, of, colors);
  }

  /** What the present masks use that is not there, and touch-ups whose layout is gone. */
  @GetMapping("/bakes/{id}/mask-gaps")
  MapFindings.Gaps gaps(@PathVariable("id") long id) {
    return findings.gaps(id);
  }
}
