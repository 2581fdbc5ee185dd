package idiotaxa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.Studio;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A stream that somebody opened ends when they may not listen any more. */
class OpenStreamTest {
  private static final long SOON_SECONDS = 20;

  private final RunningApplication application = RunningApplication.studio();
  private final Studio studio = new Studio(application);
  private final PeopleService people = application.bean(PeopleService.class);
  private final String one = "Olga " + System.nanoTime();
  private long account;
  private long show;
  private Studio.Page page;
  private CompletableFuture<Void> stream;
  private CompletableFuture<Void> ofAnother;

  @BeforeEach
  void listen() {
    account = studio.account(one, Role.WORK);
    long other = studio.account("Pavel", Role.WORK);
    show = studio.show("Streams " + System.nanoTime(), account, other);
    page = studio.page();
    page.signIn(one, Studio.PASSWORD);
    String made = page.send("POST", "/api/assets", "{\"name\": \"Streamed\", \"show\": %d}".formatted(show)).body();
    String path = "/api/assets/" + made.replaceAll("\\D", "") + "/events";
    stream = page.listen(path);
    Studio.Page theirs = studio.page();
    theirs.signIn("Pavel", Studio.PASSWORD);
    ofAnother = theirs.listen(path);
  }

  private void endsForOneAlone() throws Exception {
    stream.get(SOON_SECONDS, TimeUnit.SECONDS);
    assertThat(ofAnother).isNotDone();
  }

  @Test
  void whenTheAccountIsClosed() throws Exception {
    people.changeAccount(account, 0, null, true);
    endsForOneAlone();
    assertThat(page.send("GET", "/api/assets", null).statusCode()).isEqualTo(401);
  }

  @Test
  void whenTheShowIsTheirsNoMore() throws Exception {
    List<Long> left =
        people.shows(Person.OWNER).stream()
            .filter(s -> s.id() == show)
            .flatMap(s -> s.members().stream())
            .map(ShowStore.Member::id)
            .filter(id -> id != account)
            .toList();
    people.changeShow(show, 1, "Streams " + System.nanoTime(), left);
    endsForOneAlone();
  }

  @Test
  void whenTheySignOut() throws Exception {
    assertThat(page.send("POST", "/api/sign-out", null).statusCode()).isEqualTo(204);
    endsForOneAlone();
  }

  @Test
  void butNotWhenSomebodyElseComes() {
    ApiClient script = studio.script(one, Role.LOOK);
    assertThat(script.send("GET", "/api/assets", null).statusCode()).isEqualTo(200);
    assertThat(stream.completeOnTimeout(null, 5, TimeUnit.SECONDS)).isNotDone();
    assertThat(ofAnother).isNotDone();
  }
}
