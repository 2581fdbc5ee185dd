package idiotaxa.bench.revision;

import static idiotaxa.bench.revision.MadeShapes.all;
import static idiotaxa.bench.revision.MadeShapes.bands;
import static idiotaxa.bench.revision.MadeShapes.box;
import static idiotaxa.bench.revision.MadeShapes.columns;
import static idiotaxa.bench.revision.MadeShapes.leaf;
import static idiotaxa.bench.revision.MadeShapes.lump;
import static idiotaxa.bench.revision.MadeShapes.tube;
import static idiotaxa.bench.revision.MadeShapes.wall;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.SplittableRandom;

/** What happens to a model from one week to the next; each kind makes as many cases as there are seeds. */
public enum RevisionKind {
  NOTHING("nothing"),
  OTHER_ORDER("faces in another order"),
  FINER("cut finer"),
  COARSER("cut coarser, borders across faces"),
  BOLTS_MISSING("bolts missing, the rest renumbered"),
  BOLTS_ADDED("a bolt inserted, the rest renumbered"),
  PLATES_CLOSE("flat plates close together, one missing, renumbered"),
  PLATES_RECUT("the same, cut anew"),
  PLATES_NOISE("the same with noise of a twentieth of a percent"),
  NAMES_SWAPPED("two tubes one in the other, names swapped"),
  NAMES_SWAPPED_RECUT("the same, cut anew"),
  TURNED("turned about itself"),
  TURNED_NOISE("turned, with noise of a twentieth of a percent"),
  TURNED_OTHER_ORDER("turned, faces in another order"),
  TURNED_RECUT("turned and cut anew"),
  TURNED_SYMMETRIC("round, turned and cut anew: nothing tells"),
  COINCIDING("faces that coincide, of two groups"),
  COINCIDING_SHUFFLED("the same in another order: nothing tells"),
  SHELLS("shells inside each other, cut coarser"),
  SWALLOWED("a narrow group under coarse faces"),
  JOINED("five parts joined"),
  SPLIT("a part split in two"),
  RENAMED("renamed where it was"),
  RENAMED_MOVED("renamed and moved"),
  RENAMED_MOVED_TURNED("renamed, moved and turned"),
  MOVED("moved"),
  MIRRORED("a part mirrored"),
  GROWN("a part grown by a tenth"),
  NOISE("noise of a twentieth of a percent"),
  NOISE_RECUT("noise, cut anew"),
  ADDED("new parts beside old ones"),
  LOST("parts lost"),
  THIN("thin leaves of two groups, cut anew"),
  NAMES_ALIKE("all names alike, parts in another order"),
  NO_NAMES("no names, one part moved"),
  WHOLE_TURNED("the whole model turned by a quarter");

  private final String words;

  RevisionKind(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** A crate, a drum in bands, a lump in stripes, a row of bolts of two groups, and a floor. */
  private static List<MadePart> scene(SplittableRandom random) {
    List<MadePart> parts = new ArrayList<>();
    parts.add(box("floor", 2.4, 0.2, 1.2, 4 + random.nextInt(4), 1).moved(0, -0.1, 0));
    parts.add(
        box("crate", 0.6 + random.nextDouble(), 0.5 + random.nextDouble(), 0.7, 2 + random.nextInt(5), 2, 2, 3, 2, 4, 2)
            .moved(-2, 1, -1));
    int rows = 4 * (2 + random.nextInt(4));
    parts.add(
        tube("drum", 0.3 + 0.4 * random.nextDouble(), 1.2, bands(5, 6, 5, 7), 12 + random.nextInt(24), rows)
            .moved(1.8, 0.7, 0.9));
    parts.add(
        lump("float", 0.3 + 0.2 * random.nextDouble(), columns(8, 9, 10), 3 * (6 + random.nextInt(6)), 12 + random.nextInt(12))
            .moved(0, 1.1, 0.8));
    int bolts = 6 + random.nextInt(8);
    for (int i = 0; i < bolts; i++) {
      parts.add(
          box("bolt_" + (i + 1), 0.05, 0.08, 0.05, 2, i % 3 == 0 ? 11 : 12).moved(-2.5 + 5.0 * i / bolts, 0.04, -1.8));
    }
    return parts;
  }

  private static int find(List<MadePart> parts, String name) {
    for (int i = 0; i < parts.size(); i++) {
      if (parts.get(i).name().equals(name)) {
        return i;
      }
    }
    throw new IllegalArgumentException(name);
  }

  private interface Made {
    MadePart of(MadePart part);
  }

  private static List<MadePart> changed(List<MadePart> parts, String name, Made made) {
    List<MadePart> out = new ArrayList<>(parts);
    int at = find(parts, name);
    out.set(at, made.of(parts.get(at)));
    return out;
  }

  private static List<MadePart> renumbered(List<MadePart> parts, String stem) {
    List<MadePart> out = new ArrayList<>();
    int number = 0;
    for (MadePart part : parts) {
      out.add(part.name().startsWith(stem) ? part.named(stem + ++number) : part);
    }
    return out;
  }

  private static double[] axis(SplittableRandom random) {
    return new double[] {random.nextDouble() - 0.5, random.nextDouble() - 0.5, random.nextDouble() - 0.5};
  }

  /** Between 20° and 180°. */
  private static double angle(SplittableRandom random) {
    return Math.toRadians(20 + 160 * random.nextDouble());
  }

  public Revision make(int seed) {
    SplittableRandom random = new SplittableRandom(1_000L * ordinal() + seed);
    List<MadePart> old = scene(random);
    double cut = new double[] {0.6, 0.8, 1.3, 1.7, 2.2}[random.nextInt(5)];
    switch (this) {
      case NOTHING:
        return revision(old, old);
      case OTHER_ORDER:
        return revision(MadeModel.of(old), MadeModel.shuffled(old, random));
      case FINER:
        return revision(old, old.stream().map(p -> p.cut(1.5 + random.nextDouble())).toList());
      case COARSER:
        return revision(old, old.stream().map(p -> p.cut(0.4 + 0.4 * random.nextDouble())).toList());
      case BOLTS_MISSING: {
        List<MadePart> left = new ArrayList<>(old);
        left.remove(find(left, "bolt_" + (1 + random.nextInt(3))));
        return revision(old, renumbered(left, "bolt_"));
      }
      case BOLTS_ADDED: {
        List<MadePart> more = new ArrayList<>(old);
        int at = find(more, "bolt_3");
        double[] middle = more.get(at).middle();
        more.add(at, box("bolt_", 0.05, 0.08, 0.05, 2, 0).moved(middle[0] - 0.2, 0.04, middle[2]));
        return revision(old, renumbered(more, "bolt_"));
      }
      case PLATES_CLOSE:
      case PLATES_NOISE:
      case PLATES_RECUT: {
        List<MadePart> plates = new ArrayList<>(old);
        for (int i = 0; i < 10; i++) {
          plates.add(box("plate_" + (i + 1), 1, 1, 0.015, 3, 20 + i % 4).moved(-4, 1, 0.03 * i));
        }
        List<MadePart> left = new ArrayList<>(plates);
        left.remove(find(left, "plate_" + (2 + random.nextInt(6))));
        left = renumbered(left, "plate_");
        if (this == PLATES_NOISE) {
          return revision(MadeModel.of(plates), MadeModel.noisy(left, 5e-4, 0.5, seed));
        }
        return revision(plates, this == PLATES_CLOSE ? left : left.stream().map(p -> p.name().startsWith("plate") ? p.cut(cut) : p).toList());
      }
      case NAMES_SWAPPED:
      case NAMES_SWAPPED_RECUT: {
        MadePart outer = tube("outer", 1, 2, all(20), 40 + random.nextInt(20), 4).moved(-4, 1, 0);
        MadePart inner = tube("inner", 0.99, 2, all(21), 40 + random.nextInt(20), 4).moved(-4, 1, 0);
        List<MadePart> before = with(old, outer, inner);
        double finer = this == NAMES_SWAPPED ? 1 : 1.3;
        return revision(before, with(old, outer.named("inner").cut(finer), inner.named("outer").cut(finer)));
      }
      case TURNED:
      case TURNED_NOISE:
      case TURNED_OTHER_ORDER: {
        String which = List.of("crate", "drum", "float").get(random.nextInt(3));
        double[] axis = axis(random);
        if (this == TURNED_OTHER_ORDER) {
          return revision(
              MadeModel.of(old), MadeModel.shuffled(changed(old, "float", p -> p.turned(axis, angle(random))), random));
        }
        List<MadePart> after = changed(old, which, p -> p.turned(axis, angle(random)));
        return this == TURNED
            ? revision(old, after)
            : revision(MadeModel.of(old), MadeModel.noisy(after, 5e-4, 0.5, seed));
      }
      case TURNED_RECUT: {
        double[] axis = axis(random);
        return revision(old, changed(old, "float", p -> p.turned(axis, angle(random)).cut(Math.max(1, cut))));
      }
      case TURNED_SYMMETRIC: {
        MadePart ring = tube("ring", 0.4, 0.7, columns(20, 21, 22), 36, 4).moved(-4, 1, 0);
        double[] axis = axis(random);
        Revision made = revision(with(old, ring), with(old, ring.turned(axis, angle(random)).cut(2)));
        return doubtful(made, "ring");
      }
      case COINCIDING:
      case COINCIDING_SHUFFLED: {
        MadePart double0 = box("double", 0.5, 0.5, 0.5, 3, 20).moved(-4, 1, 0);
        List<MadePart.Patch> twice = new ArrayList<>(double0.patches());
        box("double", 0.5, 0.5, 0.5, 3, 21).patches().subList(0, 2).forEach(twice::add);
        List<MadePart> before = with(old, double0.with(twice));
        if (this == COINCIDING) {
          return revision(before, before);
        }
        Revision made = revision(MadeModel.of(before), MadeModel.shuffled(before, random));
        return doubtfulWhere(made, "double", 20, 21);
      }
      case SHELLS: {
        int columns = 30 + random.nextInt(20);
        MadePart shells =
            MadePart.of(
                    "shells",
                    wall(1, 1.5, all(20), columns, 6),
                    wall(0.99, 1.5, all(21), columns, 6))
                .moved(-4, 1, 0);
        return revision(with(old, shells), with(old, shells.cut(0.5)));
      }
      case SWALLOWED: {
        MadePart striped =
            tube("mast", 0.2, 2, (s, t) -> t > 0.48 && t < 0.52 ? 21 : 20, 20, 50).moved(-4, 1, 0);
        return revision(with(old, striped), with(old, striped.cut(0.16)));
      }
      case JOINED: {
        List<MadePart> after = new ArrayList<>(old);
        List<MadePart.Patch> all = new ArrayList<>();
        for (int i = 1; i <= 5; i++) {
          MadePart bolt = after.remove(find(after, "bolt_" + i));
          bolt.patches().forEach(p -> all.add(new MadePart.Patch((s, t) -> bolt.point(p, s, t), p.groups(), p.columns(), p.rows())));
        }
        after.add(MadePart.of("bolts", all.toArray(MadePart.Patch[]::new)));
        return revision(old, after);
      }
      case SPLIT: {
        List<MadePart> after = new ArrayList<>(old);
        MadePart crate = after.remove(find(after, "crate"));
        after.add(crate.with(crate.patches().subList(0, 2)).named("crate_sides"));
        after.add(crate.with(crate.patches().subList(2, 6)).named("crate_rest"));
        return revision(old, after);
      }
      case RENAMED:
        return revision(old, old.stream().map(p -> p.name().startsWith("bolt") ? p : p.named("new_" + p.name().hashCode())).toList());
      case RENAMED_MOVED:
        return revision(old, changed(old, "float", p -> p.named("buoyant").moved(0.4, 2 * random.nextDouble(), 0.1)));
      case RENAMED_MOVED_TURNED: {
        double[] axis = axis(random);
        return revision(old, changed(old, "crate", p -> p.named("chest").turned(axis, angle(random)).moved(0.2, 1, 0.1)));
      }
      case MOVED: {
        double by = new double[] {0.001, 0.01, 0.1, 1}[random.nextInt(4)];
        return revision(old, changed(changed(old, "float", p -> p.moved(by, by, 0)), "drum", p -> p.moved(0, by, by)));
      }
      case MIRRORED:
        return revision(old, changed(old, "float", MadePart::mirrored));
      case GROWN:
        return revision(old, changed(changed(old, "float", p -> p.scaled(1.1)), "drum", p -> p.scaled(0.92)));
      case NOISE:
        return revision(MadeModel.of(old), MadeModel.noisy(old, 5e-4, 0.5, seed));
      case NOISE_RECUT:
        return revision(MadeModel.of(old), MadeModel.noisy(old.stream().map(p -> p.cut(Math.max(1, cut))).toList(), 5e-4, 0.5, seed));
      case ADDED:
        return revision(
            old,
            with(old,
                box("lid", 0.5, 0.02, 0.5, 3, 0).moved(0, 0.012, 0),
                tube("sleeve", 0.06, 0.4, all(0), 16, 3).moved(2.7, 0.4, 1.7)));
      case LOST: {
        List<MadePart> left = new ArrayList<>(old);
        left.remove(find(left, "drum"));
        left.remove(find(left, "bolt_2"));
        return revision(old, left);
      }
      case THIN: {
        MadePart[] leaves = new MadePart[4];
        for (int i = 0; i < leaves.length; i++) {
          leaves[i] = leaf("leaf_" + i, 0.8, 0.6, 0.001 + 0.002 * random.nextDouble(), 4, 20 + i, 30 + i).moved(-4, 1, 0.01 * i);
        }
        return revision(with(old, leaves), with(old, Arrays.stream(leaves).map(p -> p.cut(cut)).toArray(MadePart[]::new)));
      }
      case NAMES_ALIKE: {
        List<MadePart> before = old.stream().map(p -> p.named("object")).toList();
        List<MadePart> after = new ArrayList<>(before);
        Collections.shuffle(after, new java.util.Random(seed));
        return revision(before, after);
      }
      case NO_NAMES: {
        List<MadePart> before = old.stream().map(p -> p.named("")).toList();
        List<MadePart> after = new ArrayList<>(before);
        after.set(3, after.get(3).moved(0.3, 0.2, 0));
        return revision(before, after);
      }
      case WHOLE_TURNED:
      default: {
        double[] quarter = MadePart.rotation(new double[] {1, 0, 0}, Math.PI / 2);
        return revision(old, old.stream().map(p -> p.placed(quarter)).toList());
      }
    }
  }

  private static List<MadePart> with(List<MadePart> parts, MadePart... more) {
    List<MadePart> out = new ArrayList<>(parts);
    out.addAll(List.of(more));
    return out;
  }

  private Revision revision(List<MadePart> old, List<MadePart> fresh) {
    return revision(MadeModel.of(old), MadeModel.of(fresh));
  }

  private Revision revision(MadeModel old, MadeModel fresh) {
    return new Revision(words, old.mesh, old.groups, fresh.mesh, fresh.groups);
  }

  /** Of the faces of one part nobody knows. */
  private static Revision doubtful(Revision made, String part) {
    for (int f = 0; f < made.truth().length; f++) {
      String name = made.fresh().parts().get(made.fresh().facePart()[f]).name();
      made.truth()[f] = name.equals(part) ? Revision.NOBODY_KNOWS : made.truth()[f];
    }
    return made;
  }

  /** Of the two sides of a box that are there twice nobody knows. */
  private static Revision doubtfulWhere(Revision made, String part, int one, int other) {
    float[] p = made.fresh().positions();
    for (int f = 0; f < made.truth().length; f++) {
      String name = made.fresh().parts().get(made.fresh().facePart()[f]).name();
      int corner = made.fresh().faceStart()[f];
      double x0 = p[3 * made.fresh().cornerVertex()[corner]];
      double x2 = p[3 * made.fresh().cornerVertex()[corner + 2]];
      boolean isSide = x0 == x2 && (made.truth()[f] == one || made.truth()[f] == other);
      made.truth()[f] = name.equals(part) && isSide ? Revision.NOBODY_KNOWS : made.truth()[f];
    }
    return made;
  }
}
