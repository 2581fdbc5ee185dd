package idiotaxa.core.carry;

import com.carrotsearch.hppc.IntDoubleHashMap;
import com.carrotsearch.hppc.LongIntHashMap;
import idiotaxa.core.carry.ReviewItem.Reason;
import idiotaxa.core.claim.NameStem;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.UnionFind;
import idiotaxa.core.mesh.Weld;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Makes the list that is worked through after a carry-over: new, lost and renamed parts whole, and of the
 * others the regions that are new or uncertain; the largest first.
 */
public final class ReviewList {
  /** Of a part that is uncertain in more places than this, all are one item. */
  private static final int MOST_REGIONS = 40;

  private static final int SETTLED = -1;

  private final Carried carried;
  private final Mesh fresh;
  private final double[] areas;
  private final PartChange[] change;
  private final Map<List<Object>, Integer> kin = new HashMap<>();
  private final List<ReviewItem> items = new ArrayList<>();

  private ReviewList(Carried carried, Mesh fresh) {
    this.carried = carried;
    this.fresh = fresh;
    areas = TriangleGeometry.faceAreas(fresh);
    change = new PartChange[fresh.parts().size()];
    for (PartChange part : carried.parts()) {
      if (part.newPart() >= 0 && part.kind() != PartChange.Kind.JOINED) {
        change[part.newPart()] = part;
      }
    }
  }

  /**
   * @param old the model that was carried from
   * @return largest first
   */
  public static List<ReviewItem> of(Carried carried, Mesh old, Mesh fresh) {
    ReviewList list = new ReviewList(carried, fresh);
    int[] reason = list.reasons();
    list.addRegions(reason);
    list.addLost(old);
    list.items.sort(Comparator.comparingDouble(item -> -item.area()));
    return List.copyOf(list.items);
  }

  /** Ordinal of every face's reason, or {@value #SETTLED}. */
  private int[] reasons() {
    int[] reason = new int[fresh.faceCount()];
    for (int f = 0; f < reason.length; f++) {
      PartChange.Kind kind = change[fresh.facePart()[f]].kind();
      if (kind == PartChange.Kind.NEW) {
        reason[f] = Reason.NEW_PART.ordinal();
      } else if (carried.doubt()[f] != Doubt.NONE) {
        reason[f] = of(carried.doubt()[f]).ordinal();
      } else if (carried.confidence()[f] < Carried.SURE) {
        reason[f] = Reason.UNCERTAIN.ordinal();
      } else if (carried.oldFace()[f] < 0) {
        reason[f] = Reason.NEW_SURFACE.ordinal();
      } else {
        // In another model names are expected to differ.
        boolean isOtherName = kind == PartChange.Kind.RENAMED || kind == PartChange.Kind.CUT;
        boolean isRenamed = isOtherName && !carried.isOtherModel();
        reason[f] = isRenamed ? Reason.RENAMED_PART.ordinal() : SETTLED;
      }
    }
    return reason;
  }

  private static Reason of(Doubt doubt) {
    return switch (doubt) {
      case BORDER -> Reason.BORDER;
      case SYMMETRIC -> Reason.SYMMETRIC;
      case NEARLY_AS_GOOD -> Reason.NEARLY_AS_GOOD;
      case NONE, UNSURE -> Reason.UNCERTAIN;
    };
  }

  private void addRegions(int[] reason) {
    UnionFind regions = regions(reason);
    // By part and reason, so that parts with many regions are told; faces ascend within each.
    Map<List<Integer>, Map<Integer, List<Integer>>> found = new LinkedHashMap<>();
    for (int f = 0; f < reason.length; f++) {
      if (reason[f] != SETTLED) {
        found
            .computeIfAbsent(List.of(fresh.facePart()[f], reason[f]), k -> new TreeMap<>())
            .computeIfAbsent(regions.find(f), r -> new ArrayList<>())
            .add(f);
      }
    }
    found.forEach(
        (key, byRegion) -> {
          Reason why = Reason.values()[key.get(1)];
          if (isWhole(why) || byRegion.size() > MOST_REGIONS) {
            addItem(why, key.get(0), byRegion.values().stream().flatMap(List::stream).sorted().toList());
          } else {
            byRegion.values().forEach(faces -> addItem(why, key.get(0), faces));
          }
        });
  }

  /** Whether faces of a part are one item, in however many places they lie. */
  private static boolean isWhole(Reason reason) {
    return reason == Reason.NEW_PART
        || reason == Reason.RENAMED_PART
        || reason == Reason.BORDER
        || reason == Reason.SYMMETRIC;
  }

  /** Faces of one part, reason and group that meet at a vertex hang together. */
  private UnionFind regions(int[] reason) {
    UnionFind regions = new UnionFind(reason.length);
    Weld weld = Weld.of(fresh);
    LongIntHashMap firstAt = new LongIntHashMap();
    Map<List<Integer>, Integer> numbers = new HashMap<>();
    for (int f = 0; f < reason.length; f++) {
      if (reason[f] == SETTLED || isWhole(Reason.values()[reason[f]])) {
        continue;
      }
      List<Integer> kind = List.of(fresh.facePart()[f], reason[f], carried.groups()[f]);
      long number = numbers.computeIfAbsent(kind, k -> numbers.size());
      for (int c = fresh.faceStart()[f]; c < fresh.faceStart()[f + 1]; c++) {
        long place = number << 32 | weld.of(fresh.cornerVertex()[c]);
        int first = firstAt.getOrDefault(place, -1);
        if (first < 0) {
          firstAt.put(place, f);
        } else {
          regions.union(first, f);
        }
      }
    }
    return regions;
  }

  private void addItem(Reason reason, int part, List<Integer> faces) {
    IntDoubleHashMap areaOfGroup = new IntDoubleHashMap();
    double area = 0;
    for (int f : faces) {
      area += areas[f];
      areaOfGroup.addTo(carried.groups()[f], areas[f]);
    }
    int group = 0;
    double most = -1;
    for (var each : areaOfGroup) {
      if (each.value > most || each.value == most && each.key < group) {
        group = each.key;
        most = each.value;
      }
    }
    int[] list = faces.stream().mapToInt(f -> f).toArray();
    int kinOf = kin(reason, group, change[part].newName());
    items.add(new ReviewItem(reason, part, change[part].oldPart(), group, list, area, kinOf));
  }

  private void addLost(Mesh old) {
    Map<Integer, List<Integer>> faces = new HashMap<>();
    for (PartChange part : carried.parts()) {
      if (part.kind() == PartChange.Kind.LOST) {
        faces.put(part.oldPart(), new ArrayList<>());
      }
    }
    for (int f = 0; f < old.faceCount() && !faces.isEmpty(); f++) {
      List<Integer> list = faces.get(old.facePart()[f]);
      if (list != null) {
        list.add(f);
      }
    }
    for (PartChange part : carried.parts()) {
      if (part.kind() == PartChange.Kind.LOST) {
        int[] list = faces.get(part.oldPart()).stream().mapToInt(f -> f).toArray();
        int kinOf = kin(Reason.LOST_PART, 0, part.oldName());
        items.add(
            new ReviewItem(Reason.LOST_PART, -1, part.oldPart(), 0, list, part.area(), kinOf));
      }
    }
  }

  private int kin(Reason reason, int group, String partName) {
    return kin.computeIfAbsent(
        Arrays.asList(reason, group, NameStem.withoutNumber(partName)), k -> kin.size());
  }
}
