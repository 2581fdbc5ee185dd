package idiotaxa.server.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import idiotaxa.server.TestSettings;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever a receiver answers, the package says so in a sentence and everything else goes on. */
class ReceiverFailuresTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);
  private HttpServer receiver;
  private ReceiverClient client;
  private long asset;
  private long handoff;

  @BeforeEach
  void makeAPackage() throws IOException {
    receiver = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    receiver.start();
    client =
        new ReceiverClient(
            application.bean(HandoffStore.class),
            application.bean(HandoffService.class),
            TestSettings.with(null, URI.create("http://127.0.0.1:" + receiver.getAddress().getPort() + "/packages"), null));
    SortedAsset sorted = new SortedAsset(api, "Harbour lamp", TestModels.twoQuads());
    asset = sorted.asset;
    api.post(sorted.path() + "/proposal?from=materials", "");
    PackedAsset packed = new PackedAsset(api, asset);
    handoff = packed.pack(packed.bake());
  }

  @AfterEach
  void stop() {
    receiver.stop(0);
  }

  private void answer(int status, byte[] body) {
    receiver.createContext(
        "/packages",
        exchange -> {
          exchange.getRequestBody().transferTo(OutputStream.nullOutputStream());
          exchange.sendResponseHeaders(status, body.length);
          try (OutputStream out = exchange.getResponseBody()) {
            out.write(body);
          } catch (IOException e) {
            // The other side has read as much as it wanted.
          }
        });
  }

  private void checkSaid(String sentence) {
    assertThatThrownBy(() -> client.send(handoff))
        .isInstanceOf(ConflictException.class)
        .hasMessageContaining(sentence);
    var entry = ApiClient.find(api.json("/api/assets/" + asset).get("handoffs"), handoff);
    assertThat(entry.get("receiverProblem").asString()).contains(sentence);
    assertThat(entry.get("receipt").isNull()).isTrue();
    assertThat(api.json("/api/assets").get("assets")).isNotEmpty();
    assertThat(api.bytes("/api/handoffs/" + handoff + "/package")).isNotEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "200 | <html><body>Welcome</body></html>    | answers something that is no receipt",
        "200 | {\"accepted\": \"perhaps\"}          | answers something that is no receipt",
        "200 | []                                   | answers something that is no receipt",
        "500 | <html>Internal Server Error</html>   | answers with status 500",
        "404 | nothing here                         | answers with status 404"
      })
  void anAnswerThatIsNoReceiptIsASentence(int status, String body, String sentence) {
    answer(status, body.getBytes(StandardCharsets.UTF_8));
    checkSaid(sentence);
  }

  @Test
  void anAnswerWithoutEndIsNotReadToItsEnd() {
    answer(200, new byte[6 << 20]);
    checkSaid("answers more than 4 MiB");
  }

  @Test
  void aReceiverThatIsAwayIsASentence() {
    receiver.stop(0);
    checkSaid("does not answer");
  }

  @Test
  void aReceiptAfterAFailureTakesThePlaceOfTheProblem() {
    answer(500, new byte[0]);
    checkSaid("answers with status 500");
    api.post("/api/handoffs/" + handoff + "/send", "");
    var entry = ApiClient.find(api.json("/api/assets/" + asset).get("handoffs"), handoff);
    assertThat(entry.get("receiverProblem").isNull()).isTrue();
    assertThat(entry.get("receipt").isNull()).isFalse();
  }
}
