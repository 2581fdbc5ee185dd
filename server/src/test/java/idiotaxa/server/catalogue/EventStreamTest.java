package idiotaxa.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
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

    Listener(long asset) throws Exception {
      HttpRequest request =
          HttpRequest.newBuilder(URI.create(application.url() + "/api/assets/" + asset + "/events"))
              .build();
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
                  for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                    if (line.startsWith("data:")) {
                      JsonNode state = JSON.readTree(line.substring(5));
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
      assertThat(one.next(s -> s.get("journalPosition").asInt() == 0).get("name").asString())
          .isEqualTo("Heard");
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
}
