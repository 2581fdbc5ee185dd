package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Carries groups from one model to another: first parts are told, see {@link PartLinks}, then each face
 * takes the group of the closest old surface of its part that looks the same way. The same input gives the
 * same answer, whatever the number of threads.
 */
public final class CarryOver {
  private static final int BLOCK = 512;

  private final TwoModels models;
  private final EqualFaces faces;
  private final int threads;
  private final PartLink[] links;
  private final boolean isOtherModel;
  private final double[] typical;
  private final List<PartChange> changes;

  private CarryOver(Mesh old, Mesh fresh, int threads, Progress progress) {
    this.threads = threads;
    progress.at("comparing the parts", 0);
    models = new TwoModels(old, fresh, threads);
    progress.at("comparing the parts", 0.3);
    faces = new EqualFaces(models);
    PartLinks found = new PartLinks(models, faces, threads, progress);
    links = found.find();
    isOtherModel = found.isOtherModel();
    typical = new double[links.length];
    changes = compare(progress);
  }

  /**
   * Parts told and compared; groups can be carried again and again.
   *
   * @param fresh as it lies on the old model
   * @throws CancelledException when the progress says so
   */
  public static CarryOver between(Mesh old, Mesh fresh, int threads, Progress progress) {
    return new CarryOver(old, fresh, threads, progress);
  }

  private List<PartChange> compare(Progress progress) {
    PartChange[] found = new PartChange[links.length];
    PartComparison comparison = new PartComparison(models);
    boolean[] isCut = cutOut();
    TwoModels.Asking[] asking = new TwoModels.Asking[threads];
    Arrays.setAll(asking, w -> models.new Asking());
    Parallel.run(
        links.length,
        threads,
        (n, worker) -> {
          progress.checkCancelled();
          found[n] = comparison.of(n, links[n], isCut[n], asking[worker], typical);
        });
    List<PartChange> all = new ArrayList<>(List.of(found));
    boolean[] isFound = new boolean[models.old.parts().size()];
    for (PartLink link : links) {
      if (!link.isNew()) {
        isFound[link.main()] = true;
      }
    }
    for (int n = 0; n < links.length; n++) {
      for (int old : links[n].oldParts()) {
        if (!isFound[old]) {
          isFound[old] = true;
          all.add(comparison.joined(old, n));
        }
      }
    }
    for (int p = 0; p < isFound.length; p++) {
      if (!isFound[p]) {
        all.add(comparison.lost(p));
      }
    }
    return List.copyOf(all);
  }

  /** Of new parts that are one old part, all but the one of its name, or else the largest. */
  private boolean[] cutOut() {
    int[] main = new int[models.old.parts().size()];
    Arrays.fill(main, -1);
    for (int n = 0; n < links.length; n++) {
      if (!links[n].isNew()) {
        int old = links[n].main();
        main[old] = main[old] < 0 || isRather(n, main[old]) ? n : main[old];
      }
    }
    boolean[] isCut = new boolean[links.length];
    for (int n = 0; n < links.length; n++) {
      isCut[n] = !links[n].isNew() && main[links[n].main()] != n;
    }
    return isCut;
  }

  private boolean isRather(int n, int other) {
    return links[n].isByName() == links[other].isByName()
        ? models.freshPoints.area[n] > models.freshPoints.area[other]
        : links[n].isByName();
  }

  /** What became of the parts: those of the new model in its order, then joined ones, then the lost ones. */
  public List<PartChange> parts() {
    return changes;
  }

  /**
   * @param oldGroups of every old face, 0 for none
   * @param heard told how far this is, from several threads
   * @throws CancelledException when the progress says so
   */
  public Carried carry(int[] oldGroups, Progress heard) {
    Mesh fresh = models.fresh;
    if (oldGroups.length != models.old.faceCount()) {
      throw new IllegalArgumentException(
          "oldGroups: one a face needed, %d, got %d"
              .formatted(models.old.faceCount(), oldGroups.length));
    }
    int[] firstTriangle = firstTriangles(fresh);
    OldPartGroups wholes = new OldPartGroups(models, oldGroups);
    int[] groups = new int[fresh.faceCount()];
    float[] confidence = new float[groups.length];
    int[] oldFace = new int[groups.length];
    Doubt[] doubt = new Doubt[groups.length];
    Arrays.fill(doubt, Doubt.NONE);
    FaceCarry[] carry = new FaceCarry[threads];
    Arrays.setAll(carry, w -> new FaceCarry(models, faces, wholes, oldGroups));
    int blocks = (groups.length + BLOCK - 1) / BLOCK;
    Parallel.run(
        blocks,
        threads,
        (block, worker) -> {
          heard.checkCancelled();
          heard.at("carrying groups over", block / (double) blocks);
          int end = Math.min(groups.length, (block + 1) * BLOCK);
          int part = -1;
          for (int f = block * BLOCK; f < end; f++) {
            int n = fresh.facePart()[f];
            if (links[n].isNew()) {
              // Sure that nothing old is meant; that the part is new is told beside it.
              oldFace[f] = -1;
              confidence[f] = 1;
              continue;
            }
            int whole = links[n].isNameAlone() ? wholes.faceOfOnly(links[n].main()) : -1;
            if (whole >= 0) {
              groups[f] = oldGroups[whole];
              oldFace[f] = whole;
              confidence[f] = OldPartGroups.BY_NAME;
              continue;
            }
            if (n != part) {
              carry[worker].part(links[n], typical[n]);
              part = n;
            }
            int triangles = firstTriangle[f + 1] - firstTriangle[f];
            carry[worker].face(f, firstTriangle[f], triangles);
            groups[f] = carry[worker].group;
            confidence[f] = carry[worker].confidence;
            oldFace[f] = carry[worker].oldFace;
            doubt[f] = carry[worker].doubt;
          }
        });
    return new Carried(groups, confidence, doubt, oldFace, changes, isOtherModel);
  }

  /** The triangles of a face lie one after another. */
  private static int[] firstTriangles(Mesh mesh) {
    int[] first = new int[mesh.faceCount() + 1];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      first[mesh.triangleFace(t) + 1]++;
    }
    for (int f = 0; f < mesh.faceCount(); f++) {
      first[f + 1] += first[f];
    }
    return first;
  }
}
