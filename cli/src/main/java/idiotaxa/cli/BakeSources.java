package idiotaxa.cli;

import idiotaxa.core.align.AlignmentCheck;
import idiotaxa.core.check.Preflight;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.ReadAs;
import idiotaxa.core.format.TextureFiles;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Frame;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshMerger;
import idiotaxa.core.trace.Crowding;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.stream.Collectors;

/** The models that a bake reads IDs from by rays, put together and onto their target. */
final class BakeSources {
  private final List<Path> files;
  private final ReadFiles read;
  private List<Mesh> meshes;
  private final int threads;
  private Mesh merged;
  private CompletableFuture<TracedSource> traced;

  private BakeSources(List<Path> files, List<Mesh> meshes, int threads, ReadFiles read) {
    this.read = read;
    this.files = files;
    this.meshes = meshes;
    this.threads = threads;
    merged = MeshMerger.merge(meshes);
    begin();
  }

  /**
   * @param as what the files do not say of themselves
   * @param frame of the target, which they are put into
   * @param read told of every file that is opened
   */
  static BakeSources read(List<Path> files, ReadAs as, Frame frame, int threads, ReadFiles read) throws IOException {
    List<Mesh> meshes = new ArrayList<>();
    for (Path file : files) {
      meshes.add(MeshFiles.read(FileBundle.beside(file, read), as, Progress.NONE).in(frame));
    }
    return new BakeSources(files, meshes, threads, read);
  }

  /** Begun beside the reading of the origin, which keeps one core only. */
  private void begin() {
    Mesh mesh = merged;
    traced = CompletableFuture.supplyAsync(() -> TracedSource.of(mesh, threads, Progress.NONE));
  }

  /** Lets go of the models; nothing may be asked afterwards but the files. */
  void release() {
    meshes = List.of();
    merged = null;
    traced = null;
  }

  Mesh mesh() {
    return merged;
  }

  List<Path> files() {
    return files;
  }

  private String names() {
    return files.stream().map(f -> f.getFileName().toString()).collect(Collectors.joining(" and "));
  }

  /** One a material of the merged mesh. */
  List<Optional<TextureImage>> textures() throws IOException {
    List<Optional<TextureImage>> textures = new ArrayList<>();
    for (int i = 0; i < meshes.size(); i++) {
      textures.addAll(TextureFiles.read(FileBundle.beside(files.get(i), read), meshes.get(i)));
    }
    return textures;
  }

  /** With its hierarchy; waits for it. */
  TracedSource traced(Progress progress) {
    progress.at("building the hierarchy", 0);
    try {
      return traced.join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof Error error) {
        throw error;
      }
      throw e.getCause() instanceof RuntimeException cause ? cause : e;
    }
  }

  /** Whether their triangles lie on each other by the thousand; said as a finding. */
  void checkCrowding(Preflight preflight, Progress progress) {
    preflight.addCrowding(names(), Crowding.of(traced(progress)));
  }

  /**
   * Whether the sources lie on their target; said as a finding, or put right when that is wanted.
   *
   * @return what was done, in words; empty when nothing was
   */
  Optional<String> align(Mesh target, boolean isWanted, Preflight preflight, Progress progress) {
    TracedSource source = traced(progress);
    progress.at("comparing the models", 0);
    AlignmentCheck.Result check = AlignmentCheck.of(target, source, threads);
    if (AlignmentCheck.isMirrored(target, source, check, threads)) {
      preflight.addMirrored(names());
      return Optional.empty();
    }
    if (!isWanted || check.proposal().changesNothing()) {
      preflight.addAlignment(names(), check);
      return Optional.empty();
    }
    merged = check.proposal().apply(merged);
    begin();
    AlignmentCheck.Result after = AlignmentCheck.of(target, traced(progress), threads);
    preflight.addAlignment(names(), after);
    return Optional.of("aligned " + names() + ": " + check.words());
  }
}
