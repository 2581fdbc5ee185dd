package idiotaxa.receiver;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import tools.jackson.databind.json.JsonMapper;
import java.util.regex.Pattern;

/** Takes packages by {@code POST /packages} on loopback and answers with the receipt as JSON. */
public final class ReceiverServer implements AutoCloseable {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final HttpServer server;
  private final ExecutorService executor = Executors.newFixedThreadPool(2);

  private static final Pattern LOOPBACK = Pattern.compile("(127\\.0\\.0\\.1|localhost|\\[::1])(:\\d+)?");

  /**
   * @param port 0 for any free one
   */
  public ReceiverServer(int port) throws IOException {
    server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
    server.createContext("/packages", this::take);
    server.setExecutor(executor);
    server.start();
  }

  public int port() {
    return server.getAddress().getPort();
  }

  private void take(HttpExchange exchange) throws IOException {
    try (exchange) {
      if (!exchange.getRequestMethod().equals("POST")) {
        answer(exchange, 405, "{\"error\": \"send a package by POST\"}");
        return;
      }
      String refusal = refusal(exchange.getRequestHeaders());
      if (refusal != null) {
        answer(exchange, 403, "{\"error\": \"" + refusal + "\"}");
        return;
      }
      Receipt receipt = PackageCheck.of(exchange.getRequestBody());
      answer(exchange, receipt.isAccepted() ? 200 : 422, JSON.writeValueAsString(receipt));
    }
  }

  /** Programs on this machine send packages; pages of a browser do not, nor names that lead here from elsewhere. */
  private static String refusal(Headers headers) {
    String host = headers.getFirst("Host");
    if (host == null || !LOOPBACK.matcher(host).matches()) {
      return "this receiver answers on loopback names only";
    }
    boolean isFromAPage = headers.containsKey("Origin") || headers.containsKey("Sec-Fetch-Site");
    return isFromAPage ? "packages of pages are not taken" : null;
  }

  private static void answer(HttpExchange exchange, int status, String json) throws IOException {
    byte[] body = json.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", "application/json");
    exchange.sendResponseHeaders(status, body.length);
    try (OutputStream out = exchange.getResponseBody()) {
      out.write(body);
    }
  }

  @Override
  public void close() {
    server.stop(0);
    executor.shutdown();
  }
}
