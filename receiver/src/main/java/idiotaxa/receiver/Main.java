package idiotaxa.receiver;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import tools.jackson.databind.json.JsonMapper;

/** {@code receiver serve PORT} takes packages over HTTP, {@code receiver check FILE} takes one file. */
public final class Main {
  private Main() {}

  public static void main(String[] args) throws IOException {
    if (args.length == 2 && args[0].equals("serve")) {
      ReceiverServer server = new ReceiverServer(Integer.parseInt(args[1]));
      System.out.println("receiver on http://127.0.0.1:" + server.port() + "/packages");
      return;
    }
    if (args.length == 2 && args[0].equals("check")) {
      System.exit(check(Path.of(args[1])) ? 0 : 3);
    }
    System.err.println("usage: receiver serve PORT | receiver check FILE");
    System.exit(2);
  }

  private static boolean check(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      Receipt receipt = PackageCheck.of(in);
      System.out.println(
          JsonMapper.builder().build().writerWithDefaultPrettyPrinter().writeValueAsString(receipt));
      return receipt.isAccepted();
    }
  }
}
