package idiotaxa.core.known;

import idiotaxa.core.alike.AlikePieces;
import idiotaxa.core.alike.Surface;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;

/** What is known of the pieces of a model. */
public final class KnownSort {
  /** Of all times that a kind was seen, those in other groups may be at most this share, for its group to be sure. */
  private static final double STRANGERS = 0.05;

  private final FaceLabels pieces;
  private final int[][] facesOfPiece;
  private final List<Answer> answers;

  private KnownSort(FaceLabels pieces, List<Answer> answers) {
    this.pieces = pieces;
    facesOfPiece = pieces.faces();
    this.answers = answers;
  }

  /**
   * A group that a kind was seen in.
   *
   * @param pieces how many of them
   * @param assets in which, each once
   */
  public record Option(KnownGroup group, int pieces, List<String> assets) {}

  /**
   * What is known of pieces that are alike.
   *
   * @param pieces of the model
   * @param options the one that was seen most often first; never empty
   * @param isInAnotherSize whether only a larger or smaller one is known
   * @param kindIds of the kinds that were found, see {@link KnownKind#id}
   */
  public record Answer(int[] pieces, List<Option> options, boolean isInAnotherSize, List<Long> kindIds) {
    /** The group that they go to without a question. */
    public Optional<KnownGroup> sure() {
      int all = options.stream().mapToInt(Option::pieces).sum();
      int first = options.get(0).pieces();
      boolean isSure = !isInAnotherSize && all - first <= STRANGERS * all;
      return isSure ? Optional.of(options.get(0).group()) : Optional.empty();
    }
  }

  /** Kinds that pieces of a model are proven to be of. */
  private record Match(int[] pieces, List<KnownKind> kinds, boolean isInAnotherSize) {}

  /** Finds out what is known of a model's pieces. */
  public static KnownSort of(Mesh mesh, KnownPieces known, int threads, Progress progress) {
    Weld weld = Weld.of(mesh);
    FaceLabels pieces = Pieces.of(mesh, weld);
    int[] alike = AlikePieces.of(mesh, weld, pieces, AlikePieces.TOLERANCE);
    return of(mesh, pieces, alike, kinds -> KnownKind::seen, known, threads, progress);
  }

  /**
   * @param alike class of every piece
   * @param seenOf asked once with all kinds that were found, for what of what was seen may count
   */
  public static KnownSort of(
      Mesh mesh,
      FaceLabels pieces,
      int[] alike,
      Function<List<KnownKind>, Function<KnownKind, List<Seen>>> seenOf,
      KnownPieces known,
      int threads,
      Progress progress) {
    List<Match> matches = matches(mesh, pieces, alike, known, threads, progress);
    Function<KnownKind, List<Seen>> seen = seenOf.apply(matches.stream().flatMap(match -> match.kinds.stream()).distinct().toList());
    List<Answer> answers = new ArrayList<>();
    for (Match match : matches) {
      List<Option> options = options(match.kinds.stream().flatMap(kind -> seen.apply(kind).stream()).toList());
      if (!options.isEmpty()) {
        answers.add(new Answer(match.pieces, options, match.isInAnotherSize, match.kinds.stream().map(KnownKind::id).toList()));
      }
    }
    return new KnownSort(pieces, List.copyOf(answers));
  }

  private static List<Match> matches(
      Mesh mesh, FaceLabels pieces, int[] alike, KnownPieces known, int threads, Progress progress) {
    Map<Integer, List<Integer>> ofClass = new LinkedHashMap<>();
    for (int p = 0; p < alike.length; p++) {
      ofClass.computeIfAbsent(alike[p], c -> new ArrayList<>()).add(p);
    }
    List<List<Integer>> classes = List.copyOf(ofClass.values());
    PieceTriangles triangles = new PieceTriangles(mesh, pieces);
    Match[] found = new Match[classes.size()];
    AtomicInteger done = new AtomicInteger();
    Parallel.run(
        found.length,
        threads,
        (c, worker) -> {
          progress.checkCancelled();
          int[] own = classes.get(c).stream().mapToInt(Integer::intValue).toArray();
          found[c] = match(Surface.of(mesh, triangles.of(own[0])), own, known);
          progress.at("looking for known pieces", (double) done.incrementAndGet() / found.length);
        });
    return Arrays.stream(found).filter(Objects::nonNull).toList();
  }

  /** Null where nothing is known. */
  private static Match match(Surface surface, int[] own, KnownPieces known) {
    if (!(surface.area() > 0)) {
      return null;
    }
    KnownPieces.Looked looked = new KnownPieces.Looked(surface);
    List<KnownKind> same = known.same(looked);
    if (!same.isEmpty()) {
      return new Match(own, same, false);
    }
    List<KnownKind> sized = known.inAnotherSize(looked);
    return sized.isEmpty() ? null : new Match(own, sized, true);
  }

  private static List<Option> options(List<Seen> all) {
    Map<String, KnownGroup> groups = new LinkedHashMap<>();
    Map<String, Integer> pieces = new LinkedHashMap<>();
    Map<String, Set<String>> assets = new LinkedHashMap<>();
    for (Seen seen : all) {
      String key = seen.group().key();
      groups.putIfAbsent(key, seen.group());
      pieces.merge(key, seen.pieces(), Integer::sum);
      assets.computeIfAbsent(key, k -> new LinkedHashSet<>()).add(seen.asset());
    }
    List<Option> out = new ArrayList<>();
    groups.forEach((key, group) -> out.add(new Option(group, pieces.get(key), List.copyOf(assets.get(key)))));
    out.sort(Comparator.comparingInt(Option::pieces).reversed());
    return List.copyOf(out);
  }

  public FaceLabels pieces() {
    return pieces;
  }

  /** In the order in which their first pieces stand in the file. */
  public List<Answer> answers() {
    return answers;
  }

  /** The faces of all pieces of an answer, ascending. */
  public int[] faces(Answer answer) {
    return Arrays.stream(answer.pieces).flatMap(piece -> Arrays.stream(facesOfPiece[piece])).sorted().toArray();
  }

  /** Pieces that are known and go to a group without a question. */
  public int surePieces() {
    return answers.stream().filter(a -> a.sure().isPresent()).mapToInt(a -> a.pieces().length).sum();
  }

  /** {@code 31 of 43 pieces are known, from 6 assets; 2 are known in several groups, 4 in another size}. */
  public String words() {
    Set<String> assets = new HashSet<>();
    int several = 0;
    int sized = 0;
    for (Answer answer : answers) {
      if (answer.isInAnotherSize()) {
        sized += answer.pieces().length;
      } else if (answer.sure().isEmpty()) {
        several += answer.pieces().length;
      } else {
        answer.options().forEach(option -> assets.addAll(option.assets()));
      }
    }
    StringBuilder out = new StringBuilder();
    int sure = surePieces();
    out.append(sure).append(" of ").append(pieces.count()).append(pieces.count() == 1 ? " piece" : " pieces").append(sure == 1 || pieces.count() == 1 ? " is known" : " are known");
    if (sure > 0) {
      out.append(", from ").append(assets.size()).append(assets.size() == 1 ? " asset" : " assets");
    }
    if (several > 0) {
      out.append("; ").append(several).append(several == 1 ? " is known" : " are known").append(" in several groups");
    }
    if (sized > 0) {
      out.append("; ").append(sized).append(sized == 1 ? " is known" : " are known").append(" in another size only");
    }
    return out.toString();
  }
}
