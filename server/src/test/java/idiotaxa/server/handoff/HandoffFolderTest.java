package idiotaxa.server.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.server.TestSettings;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HandoffFolderTest {
  @TempDir Path temp;

  private final RunningApplication application = RunningApplication.empty();

  private HandoffFolder folder(Path path) {
    return new HandoffFolder(
        TestSettings.with(null, null, path),
        application.bean(HandoffService.class),
        application.bean(HandoffStore.class));
  }

  private long packed() {
    ApiClient api = new ApiClient(application);
    SortedAsset sorted = new SortedAsset(api, "Watched sign", TestModels.twoQuads());
    sorted.claim(sorted.createGroup("oak"), 0, 2);
    PackedAsset packed = new PackedAsset(api, sorted.asset);
    return packed.pack(packed.bake());
  }

  @Test
  void withoutAFolderTheCureIsSaid() {
    for (Path none : new Path[] {null, Path.of("")}) {
      assertThat(folder(none).path()).isEmpty();
      assertThatThrownBy(() -> folder(none).deliver(1))
          .isInstanceOf(ConflictException.class)
          .hasMessageContaining("IDIOTAXA_HANDOFF_FOLDER");
    }
  }

  @Test
  void aFolderThatCannotBeWrittenToIsASentenceAndLeavesNothing() throws IOException {
    long handoff = packed();
    Path file = Files.writeString(temp.resolve("file"), "not a folder");
    assertThatThrownBy(() -> folder(file).deliver(handoff))
        .isInstanceOf(ConflictException.class)
        .hasMessageContaining("cannot be written to");
    assertThat(file).hasContent("not a folder");
  }

  /** A tool that watches sees the package's folder only when everything is in it. */
  @Test
  void aPackageHasTheRightsThatNewFoldersHaveThere() throws IOException {
    Path into = temp.resolve("watched");
    String name = folder(into).deliver(packed());
    Path own = Files.createDirectory(temp.resolve("a new folder"));
    assertThat(Files.getPosixFilePermissions(into.resolve(name))).isEqualTo(Files.getPosixFilePermissions(own));
    assertThat(Files.getPosixFilePermissions(own)).contains(PosixFilePermission.GROUP_READ);
  }

  @Test
  void whoeverWatchesNeverSeesHalfAPackage() throws Exception {
    long handoff = packed();
    Path watched = temp.resolve("watched");
    Files.createDirectories(watched);
    Set<Integer> seen = ConcurrentHashMap.newKeySet();
    Thread watcher =
        new Thread(
            () -> {
              while (!Thread.interrupted()) {
                try (Stream<Path> all = Files.list(watched)) {
                  for (Path path : all.filter(p -> !p.getFileName().toString().startsWith(".")).toList()) {
                    try (Stream<Path> files = Files.walk(path)) {
                      seen.add((int) files.filter(Files::isRegularFile).count());
                    }
                  }
                } catch (IOException | RuntimeException e) {
                  return;
                }
              }
            });
    watcher.start();
    // Two processes at once, each with its own lock.
    List<String> names =
        IntStream.range(0, 2).parallel().mapToObj(i -> folder(watched).deliver(handoff)).toList();
    Thread.sleep(100);
    watcher.interrupt();
    watcher.join();
    assertThat(names).containsOnly("Watched-sign-a-" + handoff);
    assertThat(seen).hasSize(1).doesNotContain(0);
    try (Stream<Path> all = Files.list(watched)) {
      assertThat(all).hasSize(1);
    }
  }

  /** Another process unpacks beside and renames, again and again, while this one looks for what was left behind. */
  @Test
  void whatAnotherProcessPutsIntoItsPlaceMeanwhileIsNothingToSayNoTo() throws Exception {
    long handoff = packed();
    Path watched = temp.resolve("watched");
    HandoffFolder folder = folder(watched);
    folder.deliver(handoff);
    AtomicInteger renamed = new AtomicInteger();
    Thread other =
        new Thread(
            () -> {
              try {
                while (!Thread.interrupted()) {
                  Path coming = Files.createDirectory(watched.resolve(".coming-" + renamed.incrementAndGet()));
                  Path place = watched.resolve("other");
                  Files.move(coming, place);
                  Files.delete(place);
                }
              } catch (IOException e) {
                throw new UncheckedIOException(e);
              }
            });
    other.start();
    try {
      for (int i = 0; i < 300 || renamed.get() < 300; i++) {
        assertThat(folder.deliver(handoff)).isEqualTo("Watched-sign-a-" + handoff);
      }
    } finally {
      other.interrupt();
      other.join();
    }
  }
}
