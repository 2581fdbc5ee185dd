package idiotaxa.cli;

import idiotaxa.core.handoff.OutputFolder;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The list of a command's files in the one that it writes last: by it the next run knows what is ours. */
final class WrittenFiles {
  private WrittenFiles() {}

  static void list(ObjectNode root, List<OutputFolder.Written> files) {
    ArrayNode list = root.putArray("files");
    for (OutputFolder.Written file : files) {
      list.addObject().put("path", file.path()).put("bytes", file.bytes()).put("sha256", file.sha256());
    }
  }
}
