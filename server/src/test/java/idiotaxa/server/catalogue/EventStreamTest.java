package idiotaxa.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What an open page hears of an asset. */
class EventStreamTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);

  /** A page that listens. */
  private final class Listener implements AutoCloseable {
    private final BufferedReader lines;

    /** What the events told so far, by asset. */
    private final Map<Long, JsonNode> states = new HashMap<>();

    private int wholes;

    Listener(long asset) throws Exception {
      this("/api/assets/" + asset + "/events");
    }

    Listener(String path) throws Exception {
      HttpRequest request = HttpRequest.newBuilder(URI.create(application.url() + path)).build();
      var answer = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofInputStream());
      assertThat(answer.statusCode()).isEqualTo(200);
      assertThat(answer.headers().firstValue("Content-Type").orElse("")).contains("text/event-stream");
      lines = new BufferedReader(new InputStreamReader(answer.body(), StandardCharsets.UTF_8));
    }

    /** The next state that is as wanted. */
    JsonNode next(Predicate<JsonNode> isWanted) throws Exception {
      return CompletableFuture.supplyAsync(
              () -> {
                try {
                  String event = "";
                  for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                    if (line.startsWith("event:")) {
                      event = line.substring(6);
                    } else if (line.startsWith("data:")) {
                      JsonNode state = take(event, JSON.readTree(line.substring(5)));
                      if (isWanted.test(state)) {
                        return state;
                      }
                    }
                  }
                  throw new AssertionError("the stream ended");
                } catch (IOException e) {
                  throw new AssertionError(e);
                }
              })
          .get(20, TimeUnit.SECONDS);
    }

    private JsonNode take(String event, JsonNode data) {
      long id = data.get("id").asLong();
      wholes += event.equals("asset") ? 1 : 0;
      JsonNode state = event.equals("asset") ? data : AssetChangeTest.applied(states.get(id), data);
      states.put(id, state);
      return state;
    }

    @Override
    public void close() throws IOException {
      lines.close();
    }
  }

  @Test
  void everyOpenPageHearsEveryChangeAndNothingOfOthers() throws Exception {
    SortedAsset sorted = new SortedAsset(api, "Heard", TestModels.twoQuads());
    SortedAsset other = new SortedAsset(api, "Not heard", TestModels.twoQuads());
    try (Listener one = new Listener(sorted.asset);
        Listener two = new Listener(sorted.asset)) {
      assertThat(one.next(s -> true).get("name").asString()).isEqualTo("Heard");
      long group = sorted.createGroup("rope");
      sorted.claim(group, 0, 1);
      other.createGroup("elsewhere");
      for (Listener listener : new Listener[] {one, two}) {
        JsonNode heard = listener.next(s -> s.get("history").size() == 1);
        assertThat(heard.get("groups")).hasSize(1);
        assertThat(heard.get("groups").get(0).get("name").asString()).isEqualTo("rope");
      }
      sorted.step(-1);
      JsonNode last = one.next(s -> s.get("journalPosition").asInt() == 0);
      assertThat(last).isEqualTo(api.json("/api/assets/" + sorted.asset));
      assertThat(one.wholes).isEqualTo(1);
    }
  }

  @Test
  void aPageThatGoesAwayDoesNotDisturbTheOthers() throws Exception {
    SortedAsset sorted = new SortedAsset(api, "Left", TestModels.twoQuads());
    Listener gone = new Listener(sorted.asset);
    gone.next(s -> true);
    gone.close();
    try (Listener stays = new Listener(sorted.asset)) {
      stays.next(s -> true);
      for (int i = 0; i < 5; i++) {
        sorted.createGroup("group " + i);
      }
      assertThat(stays.next(s -> s.get("groups").size() == 5).get("groups")).hasSize(5);
    }
  }

  @Test
  void oneStreamTellsOfSeveralAssets() throws Exception {
    SortedAsset first = new SortedAsset(api, "First of two", TestModels.twoQuads());
    SortedAsset second = new SortedAsset(api, "Second of two", TestModels.twoQuads());
    try (Listener both =
        new Listener("/api/events?asset=" + first.asset + "&asset=" + second.asset)) {
      second.createGroup("tar");
      both.next(s -> s.get("id").asLong() == second.asset && s.get("groups").size() == 1);
      first.createGroup("oakum");
      JsonNode heard = both.next(s -> s.get("id").asLong() == first.asset && s.get("groups").size() == 1);
      assertThat(heard.get("groups").get(0).get("name").asString()).isEqualTo("oakum");
      assertThat(both.wholes).isEqualTo(2);
    }
    assertThat(api.send("GET", "/api/events?asset=987654", null).statusCode()).isEqualTo(404);
    assertThat(api.send("GET", "/api/events", null).statusCode()).isEqualTo(400);
  }

  /** A client that reads nothing fills its connection; who sends to it waits, and nobody else. */
  @Test
  void aClientThatReadsNothingHoldsUpNobody() throws Exception {
    SortedAsset sorted = new SortedAsset(api, "Stalled", TestModels.twoQuads());
    List<Socket> stalled = new ArrayList<>();
    try (Listener reads = new Listener(sorted.asset)) {
      reads.next(s -> true);
      URI address = URI.create(application.url());
      for (int i = 0; i < 6; i++) {
        Socket socket = new Socket();
        socket.setReceiveBufferSize(1024);
        socket.connect(new InetSocketAddress(address.getHost(), address.getPort()));
        String request =
            "GET /api/assets/" + sorted.asset + "/events HTTP/1.1\r\nHost: " + address.getAuthority() + "\r\n\r\n";
        socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
        stalled.add(socket);
      }
      // Long names, so that the connections fill.
      for (int i = 0; i < 40; i++) {
        String name = "group %02d of many with a name as long as names may be, which is".formatted(i);
        // With a colour: proposing the fortieth takes half a second, which is not what this is about.
        String group = "{\"name\": \"%s\", \"color\": \"#%06X\"}".formatted(name, 0x100010 + 0x050301 * i);
        api.post(sorted.assetPath() + "/groups", group);
        int groups = i + 1;
        if (i % 10 == 9) {
          reads.next(s -> s.get("groups").size() == groups);
        }
      }
      assertThat(reads.states.get(sorted.asset).get("groups")).hasSize(40);
    } finally {
      for (Socket socket : stalled) {
        socket.close();
      }
    }
  }
}
