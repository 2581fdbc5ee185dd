package idiotaxa.server.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.Studio;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class SignInTest {
  private final RunningApplication application = RunningApplication.studio();
  private final Studio studio = new Studio(application);
  private final PeopleService people = application.bean(PeopleService.class);

  @Test
  void aPageSignsInAndOut() {
    studio.account("Ines", Role.WORK);
    Studio.Page page = studio.page();
    assertThat(page.send("GET", "/api/me", null).body()).contains("\"isStudio\":true").contains("\"isSignedIn\":false");
    assertThat(page.send("GET", "/api/assets", null).statusCode()).isEqualTo(401);
    assertThat(page.signIn("ines", Studio.PASSWORD).statusCode()).isEqualTo(204);
    assertThat(page.send("GET", "/api/me", null).body()).contains("\"name\":\"Ines\"").contains("\"role\":\"work\"");
    assertThat(page.send("GET", "/api/assets", null).statusCode()).isEqualTo(200);
    assertThat(page.send("POST", "/api/sign-out", null).statusCode()).isEqualTo(204);
    assertThat(page.send("GET", "/api/assets", null).statusCode()).isEqualTo(401);
  }

  @Test
  void whatIsWrongIsNotTold() {
    studio.account("Otto", Role.WORK);
    String wrong = studio.page().signIn("Otto", "not his password at all").body();
    String unknown = studio.page().signIn("Nobody at all", "not his password at all").body();
    assertThat(wrong).isEqualTo(unknown).contains("do not belong together");
  }

  /** A session that somebody else prepared is another one after signing in. */
  @Test
  void theSessionIsAnotherOneAfterSigningInAndSecretFromScripts() {
    studio.account("Rut", Role.WORK);
    Studio.Page page = studio.page();
    page.signIn("Rut", Studio.PASSWORD);
    String first = page.cookie("idiotaxa");
    var again = page.signIn("Rut", Studio.PASSWORD);
    assertThat(page.cookie("idiotaxa")).isNotEqualTo(first);
    assertThat(again.headers().firstValue("Set-Cookie").orElse("")).contains("HttpOnly").contains("SameSite=Strict");
  }

  @Test
  void aChangeThatThePageCannotProveToBeItsOwnIsRefused() {
    studio.account("Paul", Role.WORK);
    studio.show("Paul's show", people.account("Paul").id());
    Studio.Page page = studio.page();
    page.signIn("Paul", Studio.PASSWORD);
    page.send("GET", "/api/me", null);
    assertThat(page.sendWithProof("POST", "/api/assets", "{\"name\": \"forged\"}", null).statusCode()).isEqualTo(403);
    assertThat(page.sendWithProof("POST", "/api/assets", "{\"name\": \"forged\"}", "guessed").statusCode()).isEqualTo(403);
    assertThat(page.send("POST", "/api/assets", "{\"name\": \"own\"}").statusCode()).isEqualTo(201);
  }

  @Test
  void aThousandTriesAreStoppedAfterAFew() {
    studio.account("Tess", Role.WORK);
    Map<Integer, Integer> answers = new HashMap<>();
    Studio.Page page = studio.page();
    page.send("GET", "/api/me", null);
    for (int i = 0; i < 1000; i++) {
      int status =
          page.send("POST", "/api/sign-in", "{\"name\": \"Tess\", \"password\": \"guess number " + i + "\"}").statusCode();
      answers.merge(status, 1, Integer::sum);
    }
    assertThat(answers.keySet()).containsExactlyInAnyOrder(401, 429);
    assertThat(answers.get(401)).isBetween(Allowance.TRIES_OF_A_NAME, Allowance.TRIES_OF_A_NAME + 2);
    // The right one has to wait as well; others are not kept from signing in by it.
    assertThat(page.signIn("Tess", Studio.PASSWORD).statusCode()).isEqualTo(429);
    studio.account("Uwe", Role.WORK);
    assertThat(studio.page().signIn("Uwe", Studio.PASSWORD).statusCode()).isEqualTo(204);
  }

  /** As the server in front says, which is believed here. */
  private int tryFrom(String address, String name, String password) throws IOException {
    Studio.Page page = studio.page();
    page.send("GET", "/api/me", null);
    String body = "{\"name\": \"%s\", \"password\": \"%s\"}".formatted(name, password);
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    String head =
        "POST /api/sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nConnection: close\r\nX-Forwarded-For: "
            + address + "\r\nX-XSRF-TOKEN: " + page.proof() + "\r\nCookie: XSRF-TOKEN=" + page.proof()
            + "\r\nContent-Length: " + bytes.length + "\r\n\r\n";
    URI uri = URI.create(application.url());
    try (Socket socket = new Socket(uri.getHost(), uri.getPort())) {
      socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
      socket.getOutputStream().write(bytes);
      String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      return Integer.parseInt(answer.substring(9, 12));
    }
  }

  @Test
  void nobodyIsLockedOutByWhatOthersTry() throws IOException {
    studio.account("René", Role.WORK);
    List<String> spellings = List.of("René", "rene", "RENÉ", "rêne", " René ");
    List<Integer> answers = new ArrayList<>();
    for (int i = 0; i < 15; i++) {
      answers.add(tryFrom("10.20.0.1", spellings.get(i % spellings.size()), "not this one " + i));
    }
    // One account, however it is spelt.
    assertThat(answers.subList(0, Allowance.TRIES_OF_A_NAME)).containsOnly(401);
    assertThat(answers.get(14)).isEqualTo(429);
    assertThat(tryFrom("10.20.0.2", "René", Studio.PASSWORD)).isEqualTo(204);
    // Half of an address of version 6 is one customer's.
    for (int i = 0; i < 15; i++) {
      answers.set(i, tryFrom("2001:db8:1:2::" + (i + 1), "René", "not this one " + i));
    }
    assertThat(answers.get(14)).isEqualTo(429);
    assertThat(tryFrom("2001:db8:1:3::1", "René", Studio.PASSWORD)).isEqualTo(204);
  }

  @Test
  void anOpenSessionIsNoPlaceToGuessAt() {
    studio.account("Tom", Role.WORK);
    Studio.Page page = studio.page();
    page.signIn("Tom", Studio.PASSWORD);
    List<Integer> answers = new ArrayList<>();
    for (int i = 0; i < 14; i++) {
      String body = "{\"present\": \"not this one %d\", \"next\": \"nine brown boats by a wall\"}".formatted(i);
      answers.add(page.send("PUT", "/api/me/password", body).statusCode());
    }
    assertThat(answers.subList(0, 8)).containsOnly(400);
    assertThat(answers.get(13)).isEqualTo(429);
  }

  @Test
  void passwordsThatEverybodyGuessesAreRefused() {
    for (String weak : List.of("aaaaaaaaaaaaaaaa", "passwordpassword", "123456789012345", "qwertyuiopasdf", "abcabcabcabcabc")) {
      assertThatThrownBy(() -> people.createAccount("Weak", weak, Role.LOOK)).as(weak).hasMessageContaining("too easy to guess");
    }
  }

  private void change(long id, Role role, boolean isClosed) {
    int version = people.accounts().stream().filter(a -> a.id() == id).findFirst().orElseThrow().version();
    people.changeAccount(id, version, role, isClosed);
  }

  @Test
  void anotherPasswordAndAClosedAccountEndSessionsAndTokens() {
    long id = studio.account("Vera", Role.WORK);
    Studio.Page page = studio.page();
    page.signIn("Vera", Studio.PASSWORD);
    ApiClient script = studio.script("Vera", Role.LOOK);
    assertThat(script.send("GET", "/api/assets", null).statusCode()).isEqualTo(200);
    people.setPassword(id, "another one for the same door");
    assertThat(page.send("GET", "/api/assets", null).statusCode()).isEqualTo(401);
    assertThat(script.send("GET", "/api/assets", null).statusCode()).isEqualTo(401);
    Studio.Page again = studio.page();
    assertThat(again.signIn("Vera", "another one for the same door").statusCode()).isEqualTo(204);
    String body = "{\"name\": \"again\", \"role\": \"look\", \"days\": 1}";
    String secret = JsonMapper.builder().build().readTree(again.send("POST", "/api/tokens", body).body()).get("secret").asString();
    script = new ApiClient(application).with(secret);
    assertThat(script.send("GET", "/api/assets", null).statusCode()).isEqualTo(200);
    change(id, null, true);
    assertThat(script.send("GET", "/api/assets", null).statusCode()).isEqualTo(401);
    change(id, null, false);
    assertThat(script.send("GET", "/api/assets", null).statusCode()).isEqualTo(200);
  }

  @Test
  void aTokenHasAtMostTheRoleOfItsAccountAndAnEnd() {
    long id = studio.account("Xenia", Role.WORK);
    studio.show("Xenia's show", id);
    ApiClient script = studio.script("Xenia", Role.WORK);
    script.createAsset("made");
    change(id, Role.LOOK, false);
    assertThat(script.send("POST", "/api/assets", "{\"name\": \"n\"}").statusCode()).isEqualTo(403);
    Studio.Page page = studio.page();
    page.signIn("Xenia", Studio.PASSWORD);
    assertThat(page.send("POST", "/api/tokens", "{\"name\": \"t\", \"role\": \"work\", \"days\": 1}").statusCode()).isEqualTo(400);
    assertThat(page.send("POST", "/api/tokens", "{\"name\": \"t\", \"role\": \"look\", \"days\": 900}").statusCode()).isEqualTo(400);
    // What has ended is as unknown as what was never made.
    AccountStore store = application.bean(AccountStore.class);
    String secret = Tokens.create();
    LocalDateTime now = LocalDateTime.now(ZoneOffset.UTC);
    store.createToken(id, "ended", Tokens.digest(secret), Role.LOOK, now.minus(Duration.ofSeconds(1)));
    assertThat(new ApiClient(application).with(secret).send("GET", "/api/assets", null).statusCode()).isEqualTo(401);
  }

  @Test
  void somebodyHasToManage() {
    long only = studio.account("Mona", Role.MANAGE);
    people.accounts().stream()
        .filter(a -> a.role() == Role.MANAGE && a.id() != only)
        .forEach(a -> change(a.id(), Role.WORK, false));
    assertThatThrownBy(() -> change(only, Role.WORK, false)).isInstanceOf(ConflictException.class);
    assertThatThrownBy(() -> change(only, null, true)).isInstanceOf(ConflictException.class);
  }

  @Test
  void passwordsAreLongEnoughAndNotKept() {
    assertThatThrownBy(() -> people.createAccount("Short", "elevenchars", Role.LOOK)).hasMessageContaining("12");
    assertThatThrownBy(() -> people.createAccount("Long", "ä".repeat(37), Role.LOOK)).hasMessageContaining("72");
    studio.account("Zoe", Role.LOOK);
    String kept = application.bean(AccountStore.class).find("Zoe").orElseThrow().password();
    assertThat(kept).startsWith("{bcrypt}").doesNotContain("gulls");
  }

  @Test
  void aBodyThatIsTooLongIsRefusedWhetherOrNotItSaysSo() throws IOException {
    String head = "POST /api/assets HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nConnection: close\r\n";
    assertThat(exchange(head + "Content-Length: 99999999999\r\n\r\n")).contains(" 413");
    // In chunks of a megabyte, each of blanks that a reader of JSON skips.
    String chunk = "100000\r\n" + " ".repeat(1 << 20) + "\r\n";
    studio.account("Mona", Role.MANAGE);
    String token = "Authorization: Bearer " + studio.token("Mona", Role.MANAGE) + "\r\n";
    String answer = exchange(head + token + "Transfer-Encoding: chunked\r\n\r\n", chunk, 70);
    assertThat(answer).contains(" 400").contains("larger than the 67108864 bytes");
  }

  /** Sends a piece again and again until the other side has had enough. */
  private String exchange(String head, String piece, int times) throws IOException {
    URI uri = URI.create(application.url());
    try (Socket socket = new Socket(uri.getHost(), uri.getPort())) {
      socket.setSoTimeout(20_000);
      socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
      try {
        for (int i = 0; i < times; i++) {
          socket.getOutputStream().write(piece.getBytes(StandardCharsets.US_ASCII));
        }
      } catch (IOException e) {
        assertThat(e).hasMessageContaining("reset");
      }
      return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  /** The server in front says that the browser asked by TLS, whose port no Origin names. */
  @Test
  void behindAServerThatSpeaksTlsPagesAreTheirOwn() throws IOException {
    studio.account("Mona", Role.MANAGE);
    String token = "Authorization: Bearer " + studio.token("Mona", Role.MANAGE) + "\r\n";
    String body = "{\"name\": \"By TLS\", \"show\": 1}";
    String head =
        "POST /api/assets HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Forwarded-Proto: https\r\nConnection: close\r\n"
            + "Content-Type: application/json\r\nContent-Length: " + body.length() + "\r\n" + token;
    String own = exchange(head + "Origin: https://127.0.0.1\r\n\r\n" + body);
    assertThat(own).contains(" 201").contains("Strict-Transport-Security");
    for (String other : List.of("http://127.0.0.1", "https://127.0.0.1:8443", "https://elsewhere.example")) {
      assertThat(exchange(head + "Origin: " + other + "\r\n\r\n" + body)).as(other).contains(" 403");
    }
    String me = exchange("GET /api/me HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Forwarded-Proto: https\r\nConnection: close\r\n\r\n");
    assertThat(me).containsPattern("Set-Cookie: XSRF-TOKEN=[^\r\n]*Secure");
  }

  /** Somebody who sends a byte now and then holds no thread for long. */
  @Test
  void aBodyThatDoesNotComeIsGivenUp() throws IOException {
    studio.account("Mona", Role.MANAGE);
    String head = "POST /api/sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n";
    long began = System.nanoTime();
    exchange(head + "Content-Length: 100\r\n\r\n{\"name\": ");
    assertThat(Duration.ofNanos(System.nanoTime() - began)).isLessThan(Duration.ofSeconds(15));
  }

  private String exchange(String request) throws IOException {
    URI uri = URI.create(application.url());
    try (Socket socket = new Socket(uri.getHost(), uri.getPort())) {
      socket.setSoTimeout(20_000);
      socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
      InputStream in = socket.getInputStream();
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  @Test
  void strangersHearWhetherItWorksAndNothingElse() {
    ApiClient nobody = new ApiClient(application);
    assertThat(new String(nobody.send("GET", "/actuator/health", null).body(), StandardCharsets.UTF_8))
        .contains("status")
        .doesNotContain("components");
    assertThat(nobody.send("GET", "/actuator/prometheus", null).statusCode()).isIn(401, 403);
    studio.account("Mona", Role.MANAGE);
    ApiClient manager = studio.script("Mona", Role.MANAGE);
    assertThat(new String(manager.bytes("/actuator/prometheus"), StandardCharsets.UTF_8)).contains("idiotaxa_jobs");
    assertThat(manager.json("/actuator/health").get("components").propertyNames()).contains("db", "diskSpace", "queue");
  }
}
