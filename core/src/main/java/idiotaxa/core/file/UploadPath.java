package idiotaxa.core.file;

import java.text.Normalizer;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.Iterator;

/**
 * Paths of files inside of one upload: relative, with {@code /} between folders, in Unicode's form NFC,
 * and never leading out of it.
 */
public final class UploadPath {
  private static final int MAX_LENGTH = 255;

  private UploadPath() {}

  /**
   * Whatever a browser, a zip or a model calls a file, as a path of ours.
   *
   * @throws FormatException when it leads out of the upload, is too long or names nothing
   */
  public static String clean(String name) {
    return resolve("", name);
  }

  /**
   * What a file calls another one.
   *
   * @param folder of the file that calls, empty or ending in {@code /}
   * @throws FormatException as {@link #clean}
   */
  static String resolve(String folder, String reference) {
    String plain = Normalizer.normalize(reference, Normalizer.Form.NFC).replace('\\', '/');
    Deque<String> steps = new ArrayDeque<>();
    for (String step : (folder + plain).split("/")) {
      if (step.equals("..")) {
        if (steps.isEmpty()) {
          throw refuse(reference, "it points outside of the upload");
        }
        steps.removeLast();
      } else if (!step.isBlank() && !step.equals(".")) {
        steps.addLast(step.strip());
      }
    }
    String path = String.join("/", steps);
    if (path.isEmpty()) {
      throw refuse(reference, "it names no file");
    }
    if (path.length() > MAX_LENGTH) {
      throw refuse(
          plain.substring(0, 40) + "…", "its path is longer than " + MAX_LENGTH + " characters");
    }
    return path;
  }

  private static FormatException refuse(String reference, String problem) {
    return new FormatException(reference, "", problem, "bring in the model's folder as it is");
  }

  /** The folder of a path, ending in {@code /}; empty at the top. */
  static String folder(String path) {
    return path.substring(0, path.lastIndexOf('/') + 1);
  }

  /** The last part of a path. */
  static String plainName(String path) {
    return path.substring(path.replace('\\', '/').lastIndexOf('/') + 1);
  }

  /** The folder that all of some files lie in, ending in {@code /}; empty when there is none. */
  public static String sharedFolder(Collection<String> paths) {
    Iterator<String> each = paths.iterator();
    String shared = folder(each.next());
    while (each.hasNext()) {
      String path = each.next();
      while (!path.startsWith(shared)) {
        shared = folder(shared.substring(0, shared.length() - 1));
      }
    }
    return shared;
  }
}
