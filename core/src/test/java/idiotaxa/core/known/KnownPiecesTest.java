package idiotaxa.core.known;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.alike.Surface;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.known.MadeUpPieces.Piece;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.work.Progress;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

class KnownPiecesTest {
  private static final KnownGroup BRASS = new KnownGroup("Saltmarsh", 7, "brass", 0xFF0000, List.of("messing"));
  private static final KnownGroup ROPE = new KnownGroup("Saltmarsh", 5, "tarred rope", 0x00FF00, List.of());

  private final KnownPieces known = new KnownPieces();
  private final Learning learning = new Learning(known);

  private Learning.Learned learn(String asset, KnownGroup group, Piece... pieces) {
    Mesh mesh = MadeUpPieces.mesh(List.of(pieces), false);
    int[] ofFace = new int[mesh.faceCount()];
    Arrays.fill(ofFace, 1);
    return learning.learn(asset, mesh, ofFace, Map.of(1, group), Progress.NONE);
  }

  private KnownSort sort(Piece... pieces) {
    return KnownSort.of(MadeUpPieces.mesh(List.of(pieces), false), known, 2, Progress.NONE);
  }

  /** A piece of every kind, apart from each other. */
  private static List<Piece> row(Random random, int... kinds) {
    List<Piece> out = new ArrayList<>();
    for (int i = 0; i < kinds.length; i++) {
      out.add(MadeUpPieces.disturbed(MadeUpPieces.kind(kinds[i]), random).moved(5 * i, 0, 0));
    }
    return out;
  }

  /** The group of a kind is its number plus one: every wrong answer is seen. */
  @Test
  void kindsAreKnownHoweverTheyLieAndAreCut() {
    Random random = new Random(1);
    int[] kinds = new int[60];
    Arrays.setAll(kinds, i -> i);
    Map<Integer, KnownGroup> groups = new TreeMap<>();
    for (int k : kinds) {
      groups.put(k + 1, new KnownGroup("", k + 1, "kind " + k, k, List.of()));
    }
    // Solids that are joined are two pieces each, which both have the kind's group; where two kinds share one, it is asked about.
    Mesh first = MadeUpPieces.mesh(row(random, kinds), false);
    learning.learn("first", first, Arrays.stream(first.facePart()).map(p -> p + 1).toArray(), groups, Progress.NONE);
    double all = 0;
    double right = 0;
    for (int round = 0; round < 4; round++) {
      boolean isJoined = round % 2 == 1;
      List<Piece> pieces = row(random, kinds);
      Mesh mesh = MadeUpPieces.mesh(pieces, isJoined);
      int[] kindOfFace = MadeUpPieces.mesh(pieces, false).facePart();
      KnownSort found = KnownSort.of(mesh, known, 2, Progress.NONE);
      int[] answer = new int[mesh.faceCount()];
      for (KnownSort.Answer each : found.answers()) {
        for (int f = 0; f < answer.length; f++) {
          int piece = found.pieces().ofFace()[f];
          if (each.sure().isPresent() && Arrays.stream(each.pieces()).anyMatch(p -> p == piece)) {
            answer[f] = each.sure().get().number();
          }
        }
      }
      double[] areas = TriangleGeometry.faceAreas(mesh);
      for (int f = 0; f < answer.length; f++) {
        assertThat(answer[f]).as("face %d of kind %d", f, kindOfFace[f]).isIn(0, kindOfFace[f] + 1);
        all += areas[f];
        right += answer[f] == 0 ? 0 : areas[f];
      }
    }
    assertThat(right / all).isGreaterThan(0.99);
  }

  @Test
  void aSizeOfItsOwnIsSaidApart() {
    learn("buoy", BRASS, MadeUpPieces.kind(2));
    KnownSort found = sort(MadeUpPieces.kind(2).scaled(1.3).turned(new Random(4)));
    assertThat(found.answers()).hasSize(2).allSatisfy(
        answer -> {
          assertThat(answer.isInAnotherSize()).isTrue();
          assertThat(answer.sure()).isEmpty();
          assertThat(answer.options().get(0).group()).isEqualTo(BRASS);
        });
    assertThat(found.words()).isEqualTo("0 of 2 pieces are known; 2 are known in another size only");
  }

  @Test
  void whatLooksNearlyTheSameIsNot() {
    learn("a", BRASS, MadeUpPieces.box(1, 0.5, 0.2), MadeUpPieces.prism(12, 0.3, 1));
    assertThat(sort(MadeUpPieces.box(1, 0.5, 0.23)).answers()).isEmpty();
    assertThat(sort(MadeUpPieces.prism(6, 0.3, 1)).answers()).isEmpty();
    // The same integrals almost, but a corner of it is elsewhere.
    Piece bent = MadeUpPieces.box(1, 0.5, 0.2);
    bent.points()[0] -= 0.04;
    assertThat(sort(bent).answers()).isEmpty();
  }

  @Test
  void aKindOfTwoGroupsIsAskedAboutWithItsCounts() {
    learn("buoy", BRASS, MadeUpPieces.kind(1), MadeUpPieces.kind(1).moved(5, 0, 0));
    learn("lantern", ROPE, MadeUpPieces.kind(1).turned(new Random(2)));
    KnownSort found = sort(MadeUpPieces.kind(1).mirrored());
    KnownSort.Answer answer = found.answers().get(0);
    assertThat(answer.sure()).isEmpty();
    assertThat(answer.options())
        .containsExactly(new KnownSort.Option(BRASS, 2, List.of("buoy")), new KnownSort.Option(ROPE, 1, List.of("lantern")));
    assertThat(known.kinds()).hasSize(1);
    assertThat(found.words()).isEqualTo("0 of 1 piece is known; 1 is known in several groups");
  }

  @Test
  void oneSlipAmongManyDoesNotMakeItUnsure() {
    for (int i = 0; i < 20; i++) {
      learn("asset " + i, BRASS, MadeUpPieces.kind(4));
    }
    learn("slip", ROPE, MadeUpPieces.kind(4));
    KnownSort found = sort(MadeUpPieces.kind(4));
    assertThat(found.answers()).allSatisfy(answer -> assertThat(answer.sure()).contains(BRASS));
    assertThat(found.words()).isEqualTo("2 of 2 pieces are known, from 21 assets");
  }

  @Test
  void piecesOfSeveralGroupsAndOfNoneAreNotLearned() {
    Mesh mesh = MadeUpPieces.mesh(List.of(MadeUpPieces.box(1, 2, 3), MadeUpPieces.box(2, 2, 3), MadeUpPieces.box(3, 2, 3)), false);
    int[] ofFace = new int[36];
    Arrays.fill(ofFace, 0, 6, 1);
    Arrays.fill(ofFace, 6, 12, 2);
    Arrays.fill(ofFace, 12, 24, 2);
    Learning.Learned learned = learning.learn("a", mesh, ofFace, Map.of(1, BRASS, 2, ROPE), Progress.NONE);
    assertThat(learned).isEqualTo(new Learning.Learned(1, 1, 1, 1));
  }

  @Test
  void theFileBringsBackWhatWasLearned() throws IOException {
    Random random = new Random(3);
    learn("buoy", BRASS, MadeUpPieces.kind(0), MadeUpPieces.kind(3));
    learn("lantern/top", ROPE, MadeUpPieces.kind(5));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    KnownFile.write(known, out);
    KnownPieces back = KnownFile.read("a.known", ByteBuffer.wrap(out.toByteArray()));
    assertThat(back.kinds()).hasSameSizeAs(known.kinds());
    for (int k = 0; k < back.kinds().size(); k++) {
      assertThat(back.kinds().get(k).seen()).isEqualTo(known.kinds().get(k).seen());
    }
    Mesh mesh = MadeUpPieces.mesh(row(random, 0, 3, 5), false);
    List<KnownSort.Answer> wanted = KnownSort.of(mesh, known, 1, Progress.NONE).answers();
    List<KnownSort.Answer> found = KnownSort.of(mesh, back, 1, Progress.NONE).answers();
    assertThat(found).extracting(KnownSort.Answer::options).isEqualTo(wanted.stream().map(KnownSort.Answer::options).toList());
    for (int size = 0; size < out.size(); size += 7) {
      ByteBuffer cut = ByteBuffer.wrap(out.toByteArray(), 0, size).slice();
      assertThatThrownBy(() -> KnownFile.read("a.known", cut)).isInstanceOf(FormatException.class).hasMessageContaining("a.known");
    }
  }

  @Test
  void invariantsAreTheSameHoweverASurfaceIsCut() {
    for (int k = 0; k < 30; k++) {
      Piece piece = MadeUpPieces.kind(k);
      Surface plain = new Surface(piece.points(), piece.triangles());
      Piece other = MadeUpPieces.disturbed(piece.cutFiner(), new Random(k));
      Surface disturbed = new Surface(other.points(), other.triangles());
      assertThat(plain.fingerprint().mayHaveShapeOf(disturbed.fingerprint())).as("kind " + k).isTrue();
      assertThat(plain.fingerprint().mayHaveSizeOf(disturbed.fingerprint())).as("kind " + k).isTrue();
    }
  }

  @Test
  void aPaletteTakesWhatItKnowsByNumberNameKeywordOrColour() {
    KnownPalette own =
        new KnownPalette(
            "Saltmarsh",
            List.of(
                new Group(7, "yellow metal", 0x123456, List.of(), Look.matt(0)),
                new Group(2, "Tarred Rope", 0xABCDEF, List.of("cord"), Look.matt(0))));
    assertThat(own.find(BRASS).orElseThrow().number()).isEqualTo(7);
    assertThat(own.find(new KnownGroup("other", 99, "tarred rope", 0, List.of())).orElseThrow().number()).isEqualTo(2);
    assertThat(own.find(new KnownGroup("other", 99, "line", 0, List.of("yellow metal"))).orElseThrow().number()).isEqualTo(7);
    assertThat(own.find(new KnownGroup("other", 99, "Cord", 0, List.of())).orElseThrow().number()).isEqualTo(2);
    assertThat(own.find(new KnownGroup("", 1, "", 0xABCDF0, List.of())).orElseThrow().number()).isEqualTo(2);
    assertThat(own.find(new KnownGroup("other", 7, "glass", 0, List.of()))).isEmpty();
    KnownPalette made = KnownPalette.of(List.of(BRASS, new KnownGroup("x", 7, "glass", 0xFF0000, List.of()), BRASS));
    assertThat(made.groups()).hasSize(2).extracting(Group::number).doesNotHaveDuplicates();
    assertThat(made.groups()).extracting(Group::color).doesNotHaveDuplicates();
  }
}
