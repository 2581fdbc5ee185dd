package idiotaxa.server.running;

import com.github.kagkarlsson.scheduler.Scheduler;
import idiotaxa.receiver.ReceiverServer;
import idiotaxa.server.IdiotaxaApplication;
import idiotaxa.server.IdiotaxaProperties;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The real application on a free port with the real receiver, over a database of its own on the test
 * MariaDB; started once per run. Uploads are limited to {@value #UPLOAD_LIMIT}.
 */
public final class RunningApplication {
  public static final String UPLOAD_LIMIT = "24MB";

  private static RunningApplication running;
  private static RunningApplication studio;
  private static RunningApplication another;

  private final ConfigurableApplicationContext context;
  private final int port;

  private RunningApplication(boolean hasDemo) {
    this(hasDemo, databaseUrl());
  }

  private RunningApplication(boolean hasDemo, String database, String... more) {
    try {
      ReceiverServer receiver = new ReceiverServer(0);
      Path cache = Files.createTempDirectory("idiotaxa-test-cache");
      // Of two settings of one name the later one is in force.
      Map<String, String> settings = new LinkedHashMap<>();
      List<String> all = new ArrayList<>(
          List.of(
              "--server.port=0",
              "--spring.datasource.url=" + database,
              "--idiotaxa.cache-folder=" + cache,
              "--idiotaxa.load-demo=" + hasDemo,
              "--idiotaxa.handoff-folder=" + cache.resolveSibling(cache.getFileName() + "-out"),
              "--idiotaxa.receiver-url=http://127.0.0.1:" + receiver.port() + "/packages",
              // Dead processes are noticed sooner than in earnest.
              "--db-scheduler.heartbeat-interval=1s",
              "--db-scheduler.missed-heartbeats-limit=5",
              "--spring.servlet.multipart.max-file-size=" + UPLOAD_LIMIT,
              "--spring.servlet.multipart.max-request-size=" + UPLOAD_LIMIT));
      all.addAll(List.of(more));
      all.forEach(setting -> settings.put(setting.replaceAll("=.*", ""), setting));
      context = SpringApplication.run(IdiotaxaApplication.class, settings.values().toArray(String[]::new));
      port = context.getEnvironment().getRequiredProperty("local.server.port", Integer.class);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static String databaseUrl() {
    String server = System.getenv("IDIOTAXA_TEST_DB");
    if (server == null) {
      throw new IllegalStateException(
          "these tests need a MariaDB; run them with ./idiotaxa test, or set IDIOTAXA_TEST_DB");
    }
    return server
        + "/idiotaxa_test_"
        + ProcessHandle.current().pid()
        + "?createDatabaseIfNotExist=true";
  }

  /** The application over an empty database. */
  public static synchronized RunningApplication empty() {
    return start(false);
  }

  /** The application over a database that begins with the demo data. */
  public static synchronized RunningApplication withDemo() {
    return start(true);
  }

  /** A studio over a database of its own, where people sign in; requests that come too slowly are given up soon. */
  public static synchronized RunningApplication studio() {
    if (studio == null) {
      studio =
          new RunningApplication(
              false,
              databaseUrl().replace("/idiotaxa_test_", "/idiotaxa_studio_"),
              "--spring.profiles.active=studio",
              "--server.tomcat.connection-timeout=2s");
    }
    return studio;
  }

  /** A studio that begins with the demo data. */
  public static RunningApplication studioWithDemo() {
    return new RunningApplication(true, databaseUrl().replace("/idiotaxa_test_", "/idiotaxa_studio_"), "--spring.profiles.active=studio");
  }

  /**
   * A second process's view, of which there is one a run: of an asset that nobody asked it for, nothing is known to it but
   * what the database holds. It takes no jobs.
   */
  public static synchronized RunningApplication anotherOnTheSameDatabase() {
    if (another == null) {
      // As in a studio, both put packages into one folder.
      Path folder = start(false).bean(IdiotaxaProperties.class).watchedFolder().orElseThrow();
      another = new RunningApplication(false, databaseUrl(), "--idiotaxa.handoff-folder=" + folder);
      another.bean(Scheduler.class).pause();
    }
    return another;
  }

  private static RunningApplication start(boolean hasDemo) {
    if (running == null) {
      running = new RunningApplication(hasDemo);
    }
    return running;
  }

  /** Address of its database, as the driver wants it. */
  public String database() {
    return context.getEnvironment().getRequiredProperty("spring.datasource.url");
  }

  public String url() {
    return "http://127.0.0.1:" + port;
  }

  public <T> T bean(Class<T> type) {
    return context.getBean(type);
  }
}
