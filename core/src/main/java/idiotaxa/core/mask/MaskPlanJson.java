package idiotaxa.core.mask;

import idiotaxa.core.file.JsonFields;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A plan of masks as recipes and the API write it: {@code specks, borders, touchUps, masks, packs}. */
public final class MaskPlanJson {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final List<String> WELLS = List.of("r", "g", "b", "a");

  private MaskPlanJson() {}

  /**
   * @throws IllegalArgumentException naming the field by its path
   */
  public static MaskPlan parse(String text) {
    JsonFields fields = JsonFields.parse("plan of masks", text);
    return fields.checked(() -> read(fields));
  }

  /** The fields that are about masks; those of a recipe that are not stay unread. */
  public static MaskPlan read(JsonFields fields) {
    int specks = 0;
    if (fields.has("specks")) {
      JsonFields rule = fields.object("specks");
      specks = rule.checked(() -> rule.whole("texels"));
    }
    List<BorderRule> borders =
        fields.list("borders", f -> new BorderRule(f.whole("from"), f.whole("into"), f.number("px")));
    List<TouchUp> touchUps = fields.list("touchUps", MaskPlanJson::touchUp);
    return new MaskPlan(
        new MapEdits(specks, borders, touchUps),
        fields.list("masks", MaskPlanJson::mask),
        fields.list("packs", MaskPlanJson::pack));
  }

  private static TouchUp touchUp(JsonFields f) {
    return new TouchUp(
        f.text("sheet"),
        f.text("layout"),
        constant("do", TouchUp.Kind.class, f.text("do")),
        f.whole("group"),
        f.numbers("path", v -> v),
        f.number("width", 0),
        f.whole("size", 0),
        f.numbers("runs", v -> (int) Math.rint(v)));
  }

  private static <E extends Enum<E>> E constant(String field, Class<E> type, String word) {
    for (E value : type.getEnumConstants()) {
      if (word(value).equals(word)) {
        return value;
      }
    }
    throw new IllegalArgumentException(
        "%s: one of %s is expected, got \"%s\""
            .formatted(
                field,
                Arrays.stream(type.getEnumConstants())
                    .map(MaskPlanJson::word)
                    .collect(Collectors.joining(", ")),
                word));
  }

  private static String word(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT);
  }

  private static MaskSpec mask(JsonFields f) {
    return new MaskSpec(
        f.text("name"), f.list("of", MaskPlanJson::part), f.list("steps", MaskPlanJson::step), f.whole("bits", 8));
  }

  private static MaskPart part(JsonFields f) {
    return new MaskPart(
        f.whole("group", 0),
        f.text("mask", null),
        f.text("image", null),
        constant("how", MaskPart.How.class, f.text("how", "add")));
  }

  private static MaskStep step(JsonFields f) {
    MaskStep.Kind kind = constant("do", MaskStep.Kind.class, f.text("do"));
    if (kind == MaskStep.Kind.TIGHTEN) {
      return MaskStep.tighten(f.number("low"), f.number("high"));
    }
    if (!kind.hasAmount()) {
      return MaskStep.invert();
    }
    if (f.has("px") == f.has("mm")) {
      throw new IllegalArgumentException(kind.word() + ": the distance is given in px or in mm");
    }
    return f.has("px") ? MaskStep.px(kind, f.number("px")) : MaskStep.mm(kind, f.number("mm"));
  }

  private static PackSpec pack(JsonFields f) {
    PackSpec.Well[] wells = new PackSpec.Well[4];
    for (int c = 0; c < wells.length; c++) {
      if (f.has(WELLS.get(c))) {
        JsonFields well = f.object(WELLS.get(c));
        wells[c] =
            well.checked(
                () ->
                    new PackSpec.Well(
                        well.whole("group", 0), well.text("mask", null), well.text("image", null)));
      }
    }
    return new PackSpec(f.text("name"), wells[0], wells[1], wells[2], wells[3]);
  }

  public static String write(MaskPlan plan) {
    return JSON.writeValueAsString(node(plan));
  }

  public static ObjectNode node(MaskPlan plan) {
    ObjectNode root = JSON.createObjectNode();
    if (plan.edits().specks() > 0) {
      root.putObject("specks").put("texels", plan.edits().specks());
    }
    ArrayNode borders = root.putArray("borders");
    for (BorderRule rule : plan.edits().borders()) {
      borders.addObject().put("from", rule.from()).put("into", rule.into()).put("px", rule.px());
    }
    ArrayNode touchUps = root.putArray("touchUps");
    plan.edits().touchUps().forEach(t -> write(t, touchUps.addObject()));
    ArrayNode masks = root.putArray("masks");
    plan.masks().forEach(mask -> write(mask, masks.addObject()));
    ArrayNode packs = root.putArray("packs");
    for (PackSpec pack : plan.packs()) {
      ObjectNode node = packs.addObject().put("name", pack.name());
      for (int c = 0; c < WELLS.size(); c++) {
        PackSpec.Well well = pack.wells()[c];
        if (well == null) {
          node.putNull(WELLS.get(c));
        } else {
          write(well.asPart(), node.putObject(WELLS.get(c)));
        }
      }
    }
    return root;
  }

  /** A touch-up as a plan writes it. */
  public static ObjectNode node(TouchUp touchUp) {
    ObjectNode node = JSON.createObjectNode();
    write(touchUp, node);
    return node;
  }

  private static void write(TouchUp t, ObjectNode node) {
    node.put("sheet", t.sheet()).put("layout", t.layout()).put("do", word(t.kind()));
    node.put("group", t.group());
    ArrayNode path = node.putArray("path");
    t.path().forEach(path::add);
    if (t.kind() == TouchUp.Kind.STROKE) {
      node.put("width", t.width());
    }
    if (t.kind() == TouchUp.Kind.REGION) {
      node.put("size", t.size());
      ArrayNode runs = node.putArray("runs");
      t.runs().forEach(runs::add);
    }
  }

  private static void write(MaskSpec mask, ObjectNode node) {
    node.put("name", mask.name());
    ArrayNode of = node.putArray("of");
    for (MaskPart part : mask.parts()) {
      ObjectNode item = of.addObject();
      write(part, item);
      if (part.how() != MaskPart.How.ADD) {
        item.put("how", part.how().word());
      }
    }
    ArrayNode steps = node.putArray("steps");
    for (MaskStep step : mask.steps()) {
      ObjectNode item = steps.addObject().put("do", step.kind().word());
      if (step.kind() == MaskStep.Kind.TIGHTEN) {
        item.put("low", step.low()).put("high", step.high());
      } else if (step.kind().hasAmount()) {
        item.put(step.isOnSurface() ? "mm" : "px", step.amount());
      }
    }
    node.put("bits", mask.bits());
  }

  private static void write(MaskPart part, ObjectNode node) {
    if (part.group() > 0) {
      node.put("group", part.group());
    } else if (part.mask() != null) {
      node.put("mask", part.mask());
    } else {
      node.put("image", part.image());
    }
  }
}
