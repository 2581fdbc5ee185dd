package idiotaxa.bench;

import idiotaxa.bench.model.Fittings;
import idiotaxa.core.alike.Fingerprint;
import idiotaxa.core.alike.Surface;
import idiotaxa.core.known.KnownGroup;
import idiotaxa.core.known.KnownKind;
import idiotaxa.core.known.KnownPieces;
import idiotaxa.core.known.KnownSort;
import idiotaxa.core.known.Learning;
import idiotaxa.core.known.Seen;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/** Known pieces: what of made-up models is known again and what is wrong, and how long a large memory takes to answer. */
final class KnownBench implements Main.Benchmark {
  private static final int MODELS = 200;
  private static final int KINDS = 300;
  private static final int KINDS_A_MODEL = 40;
  private static final int PIECES_A_KIND = 3;
  private static final int PIECES = 1000;
  private static final int KINDS_OF_COPIES = 60;
  private static final int SIZES = 400;
  private static final double SIZE_STEP = 1.02;

  private final KnownPieces known = new KnownPieces();
  private final Map<Integer, KnownGroup> groups = new HashMap<>();

  @Override
  public void run() {
    for (int k = 0; k < KINDS; k++) {
      groups.put(k + 1, new KnownGroup("", k + 1, "kind " + k, k, List.of()));
    }
    SplittableRandom random = new SplittableRandom(1);
    Learning learning = new Learning(known);
    boolean[] isTaught = new boolean[KINDS];
    double learned = 0;
    for (int m = 0; m < MODELS / 2; m++) {
      int[] kinds = kinds(random);
      Mesh mesh = model(kinds, random);
      long start = System.nanoTime();
      learning.learn("model " + m, mesh, groupOfFace(mesh, kinds), groups, Progress.NONE);
      learned += seconds(start);
      for (int kind : kinds) {
        isTaught[kind] = true;
      }
    }
    double could = 0;
    double right = 0;
    double wrong = 0;
    double sorted = 0;
    int pieces = 0;
    for (int m = MODELS / 2; m < MODELS; m++) {
      int[] kinds = kinds(random);
      Mesh mesh = model(kinds, random);
      long start = System.nanoTime();
      KnownSort found = KnownSort.of(mesh, known, Parallel.cores(), Progress.NONE);
      sorted += seconds(start);
      pieces += found.pieces().count();
      int[] answer = answers(found);
      double[] areas = TriangleGeometry.faceAreas(mesh);
      int[] truth = groupOfFace(mesh, kinds);
      for (int f = 0; f < areas.length; f++) {
        could += isTaught[truth[f] - 1] ? areas[f] : 0;
        right += answer[f] == truth[f] ? areas[f] : 0;
        wrong += answer[f] != 0 && answer[f] != truth[f] ? areas[f] : 0;
      }
    }
    System.out.printf(
        Locale.ROOT,
        "%d models of %d kinds, half of them taught: %.2f %% of the area that could be known is, %.3f %% is wrong;"
            + " %d kinds are kept; learning %.0f ms a model, sorting %.0f ms a model of %d pieces%n",
        MODELS, KINDS, 100 * right / could, 100 * wrong / could, known.kinds().size(),
        2000 * learned / MODELS, 2000 * sorted / MODELS, 2 * pieces / MODELS);
    printLarge(random);
  }

  private static double seconds(long start) {
    return (System.nanoTime() - start) / 1e9;
  }

  private static int[] kinds(SplittableRandom random) {
    return random.ints(KINDS_A_MODEL, 0, KINDS).flatMap(k -> IntStream.generate(() -> k).limit(PIECES_A_KIND)).toArray();
  }

  private static Mesh model(int[] kinds, SplittableRandom random) {
    List<Fittings.Fitting> fittings = new ArrayList<>();
    for (int kind : kinds) {
      fittings.add(Fittings.disturbed(Fittings.kind(kind), random));
    }
    return Fittings.mesh(fittings);
  }

  private static int[] groupOfFace(Mesh mesh, int[] kinds) {
    int[] out = new int[mesh.faceCount()];
    for (int f = 0; f < out.length; f++) {
      out[f] = kinds[mesh.facePart()[f]] + 1;
    }
    return out;
  }

  private static int[] answers(KnownSort found) {
    int[] ofPiece = new int[found.pieces().count()];
    for (KnownSort.Answer answer : found.answers()) {
      for (int piece : answer.pieces()) {
        ofPiece[piece] = answer.sure().map(KnownGroup::number).orElse(0);
      }
    }
    int[] out = new int[found.pieces().ofFace().length];
    for (int f = 0; f < out.length; f++) {
      out[f] = ofPiece[found.pieces().ofFace()[f]];
    }
    return out;
  }

  /** Every kind in many sizes, each seen often, and a model of which half is known. */
  private void printLarge(SplittableRandom random) {
    KnownPieces large = new KnownPieces();
    for (int k = 0; k < KINDS; k++) {
      Fittings.Fitting fitting = Fittings.kind(k);
      Fingerprint shape = surface(fitting).fingerprint();
      for (int s = 0; s < SIZES; s++) {
        double scale = Math.pow(SIZE_STEP, s - SIZES / 2);
        KnownKind kind = new KnownKind(new Fingerprint(shape.radius() * scale, shape.values()), () -> surface(fitting.scaled(scale)));
        kind.add(new Seen(groups.get(k + 1), "asset " + s, 9));
        large.add(kind);
      }
    }
    long start = System.nanoTime();
    large.sortIn();
    double sorting = seconds(start);
    List<Fittings.Fitting> unlike = new ArrayList<>();
    List<Fittings.Fitting> copies = new ArrayList<>();
    for (int p = 0; p < PIECES; p++) {
      unlike.add(Fittings.disturbed(Fittings.kind(p % 2 == 0 ? p % KINDS : KINDS + p), random));
      copies.add(p < KINDS_OF_COPIES ? unlike.get(p) : copies.get(p % KINDS_OF_COPIES));
    }
    System.out.printf(
        Locale.ROOT, "%,d kinds of %,d pieces, sorted in %.2f s%n", large.kinds().size(), 9 * large.kinds().size(), sorting);
    printAnswer("of %d kinds, the others copies of them".formatted(KINDS_OF_COPIES), Fittings.mesh(copies), large);
    printAnswer("no two cut alike", Fittings.mesh(unlike), large);
  }

  private static void printAnswer(String what, Mesh mesh, KnownPieces large) {
    for (int round = 0; round < 3; round++) {
      long start = System.nanoTime();
      KnownSort found = KnownSort.of(mesh, large, Parallel.cores(), Progress.NONE);
      System.out.printf(
          Locale.ROOT,
          "a model of %,d pieces, %s, %,d triangles: %.2f s, %d sure%n",
          PIECES, what, mesh.triangleCount(), seconds(start), found.surePieces());
    }
  }

  private static Surface surface(Fittings.Fitting fitting) {
    return new Surface(fitting.points(), fitting.triangles());
  }
}
