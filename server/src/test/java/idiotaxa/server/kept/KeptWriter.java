package idiotaxa.server.kept;

import idiotaxa.server.TestSettings;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.nio.file.Path;

/** A process that brings a folder to one package and the other in turn, or to one of them once. */
final class KeptWriter {
  private KeptWriter() {}

  /**
   * @param args the hand-off folder, then one package or two
   */
  public static void main(String[] args) throws IOException {
    KeptFolder folder = new KeptFolder(TestSettings.with(null, null, Path.of(args[0])));
    TestPackage one = TestPackage.read(Path.of(args[1]));
    TestPackage other = args.length > 2 ? TestPackage.read(Path.of(args[2])) : null;
    System.out.println("begins");
    try {
      do {
        folder.bring("sign", one.file(), one.files(), other == null ? one.files() : other.files(), () -> true);
        TestPackage before = one;
        one = other;
        other = before;
      } while (one != null);
    } catch (ConflictException e) {
      System.out.println(e.getMessage());
    }
  }
}
