package idiotaxa.server.running;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.people.PeopleService;
import idiotaxa.server.people.Role;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** People of a running studio, who sign in as pages do. */
public final class Studio {
  public static final String PASSWORD = "seven grey gulls on a roof";

  private final RunningApplication application;
  private final Executor listeners = Executors.newCachedThreadPool();

  public Studio(RunningApplication application) {
    this.application = application;
  }

  /** The number of an account that is made, or was before. */
  public long account(String name, Role role) {
    PeopleService people = application.bean(PeopleService.class);
    PeopleService.AccountView known = people.account(name);
    return known != null ? known.id() : people.createAccount(name, PASSWORD, role);
  }

  /** The number of a show that these belong to. */
  public long show(String name, Long... members) {
    PeopleService people = application.bean(PeopleService.class);
    long id = people.createShow(name);
    people.changeShow(id, 0, name, List.of(members));
    return id;
  }

  /** A script of somebody. */
  public ApiClient script(String name, Role role) {
    return new ApiClient(application).with(token(name, role));
  }

  /** The secret of a new token of somebody. */
  public String token(String name, Role role) {
    Page page = new Page();
    page.signIn(name, PASSWORD);
    String body = "{\"name\": \"script\", \"role\": \"%s\", \"days\": 1}".formatted(role.word());
    JsonNode made = JsonMapper.builder().build().readTree(page.send("POST", "/api/tokens", body).body());
    return made.get("secret").asString();
  }

  public Page page() {
    return new Page();
  }

  /** A browser: it keeps cookies, and proves its changes to be its own by what it read in one. */
  public final class Page {
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();

    public HttpResponse<String> signIn(String name, String password) {
      send("GET", "/api/me", null);
      return send("POST", "/api/sign-in", "{\"name\": \"%s\", \"password\": \"%s\"}".formatted(name, password));
    }

    public HttpResponse<String> send(String method, String path, String json) {
      return sendWithProof(method, path, json, proof());
    }

    /** A stream of events; done when the server ends it. */
    public CompletableFuture<Void> listen(String path) {
      HttpRequest request = HttpRequest.newBuilder(URI.create(application.url() + path)).build();
      CompletableFuture<HttpResponse<InputStream>> answer =
          http.sendAsync(request, HttpResponse.BodyHandlers.ofInputStream());
      assertThat(answer.join().statusCode()).isEqualTo(200);
      return CompletableFuture.runAsync(
          () -> {
            try (InputStream events = answer.join().body()) {
              events.transferTo(OutputStream.nullOutputStream());
            } catch (IOException e) {
              throw new UncheckedIOException(e);
            }
          },
          listeners);
    }

    /**
     * @param proof null for a request that another page may have sent
     */
    public HttpResponse<String> sendWithProof(String method, String path, String json, String proof) {
      HttpRequest.Builder request =
          HttpRequest.newBuilder(URI.create(application.url() + path))
              .header("Content-Type", "application/json")
              .method(method, json == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(json));
      if (proof != null) {
        request.header("X-XSRF-TOKEN", proof);
      }
      try {
        return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      } catch (InterruptedException e) {
        throw new IllegalStateException(e);
      }
    }

    /** Null as long as the server gave none. */
    public String proof() {
      return cookie("XSRF-TOKEN");
    }

    public String cookie(String name) {
      return cookies.getCookieStore().getCookies().stream()
          .filter(c -> c.getName().equals(name))
          .map(HttpCookie::getValue)
          .findFirst()
          .orElse(null);
    }
  }
}
