package idiotaxa.receiver;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.regex.Pattern;
import tools.jackson.databind.json.JsonMapper;

/** Takes packages by {@code POST /packages} on loopback, answers with the receipt as JSON, and shows their maps at {@code /}. */
public final class ReceiverServer implements AutoCloseable {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final HttpServer server;
  private final ExecutorService executor = Executors.newFixedThreadPool(4);
  private final LatestMaps latest = new LatestMaps();
  private final MapsPage page = new MapsPage(latest);

  private static final Pattern LOOPBACK = Pattern.compile("(127\\.0\\.0\\.1|localhost|\\[::1])(:\\d+)?");

  /**
   * @param port 0 for any free one
   */
  public ReceiverServer(int port) throws IOException {
    server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
    server.createContext("/packages", this::take);
    server.createContext("/", this::show);
    server.setExecutor(executor);
    server.start();
  }

  public int port() {
    return server.getAddress().getPort();
  }

  private void take(HttpExchange exchange) throws IOException {
    try (exchange) {
      Headers headers = exchange.getRequestHeaders();
      boolean isFromAPage = headers.containsKey("Origin") || headers.containsKey("Sec-Fetch-Site");
      if (!exchange.getRequestMethod().equals("POST")) {
        Answers.json(exchange, 405, "{\"error\": \"send a package by POST\"}");
      } else if (!isCalledByItsName(headers)) {
        refuseName(exchange);
      } else if (isFromAPage) {
        // Programs on this machine send packages; pages of a browser do not.
        Answers.json(exchange, 403, "{\"error\": \"packages of pages are not taken\"}");
      } else {
        Receipt receipt = PackageCheck.of(exchange.getRequestBody(), latest);
        Answers.json(exchange, receipt.isAccepted() ? 200 : 422, JSON.writeValueAsString(receipt));
      }
    }
  }

  private void show(HttpExchange exchange) throws IOException {
    try (exchange) {
      if (isCalledByItsName(exchange.getRequestHeaders())) {
        page.answer(exchange);
      } else {
        refuseName(exchange);
      }
    }
  }

  /** Other names that lead here belong to somebody else's page. */
  private static boolean isCalledByItsName(Headers headers) {
    String host = headers.getFirst("Host");
    return host != null && LOOPBACK.matcher(host).matches();
  }

  private static void refuseName(HttpExchange exchange) throws IOException {
    Answers.json(exchange, 403, "{\"error\": \"this receiver answers on loopback names only\"}");
  }

  @Override
  public void close() {
    server.stop(0);
    executor.shutdown();
  }
}
