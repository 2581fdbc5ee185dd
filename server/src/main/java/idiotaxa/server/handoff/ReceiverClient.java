package idiotaxa.server.handoff;

import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import org.springframework.stereotype.Service;

/** Sends packages to the receiver and keeps its receipt. */
@Service
public class ReceiverClient {
  private static final int OK = 200;
  private static final int REFUSED = 422;
  private static final int MAX_BYTES = 4 << 20;
  private static final Duration PATIENCE = Duration.ofMinutes(5);

  private final HandoffStore handoffs;
  private final HandoffService packages;
  private final IdiotaxaProperties properties;
  private final HttpClient http =
      HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();

  public ReceiverClient(
      HandoffStore handoffs, HandoffService packages, IdiotaxaProperties properties) {
    this.handoffs = handoffs;
    this.packages = packages;
    this.properties = properties;
  }

  /**
   * Sends a package and keeps what is said of it; what cannot be read is kept as a sentence.
   *
   * @return the receipt, JSON
   * @throws ConflictException when the package is not made yet, or when the receiver does not answer or
   *     answers something that is no receipt
   */
  public String send(long handoffId) {
    Path file = packages.finished(handoffId).file();
    try {
      String receipt = Receipt.read(answer(file)).write();
      handoffs.setReceipt(handoffId, receipt);
      return receipt;
    } catch (IllegalArgumentException e) {
      throw kept(handoffId, "answers something that is no receipt; look at its log");
    } catch (UnreadableException e) {
      throw kept(handoffId, e.getMessage());
    } catch (IOException e) {
      throw kept(handoffId, "does not answer; start it with ./idiotaxa start and send again");
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new ConflictException("Sending was interrupted; send again.");
    }
  }

  private ConflictException kept(long handoffId, String problem) {
    String sentence = "The receiver at " + properties.receiverUrl() + " " + problem + ".";
    handoffs.setReceiverProblem(handoffId, sentence);
    return new ConflictException(sentence);
  }

  /** An answer that is not even to be read. */
  private static final class UnreadableException extends IOException {
    UnreadableException(String problem) {
      super(problem);
    }
  }

  private String answer(Path file) throws IOException, InterruptedException {
    HttpRequest request =
        HttpRequest.newBuilder(properties.receiverUrl())
            .timeout(PATIENCE)
            .header("Content-Type", "application/zip")
            .POST(HttpRequest.BodyPublishers.ofFile(file))
            .build();
    HttpResponse<InputStream> answer =
        http.send(request, HttpResponse.BodyHandlers.ofInputStream());
    try (InputStream body = answer.body()) {
      // A package that the receiver refuses comes back with its reasons.
      if (answer.statusCode() != OK && answer.statusCode() != REFUSED) {
        throw new UnreadableException("answers with status " + answer.statusCode());
      }
      byte[] bytes = body.readNBytes(MAX_BYTES + 1);
      if (bytes.length > MAX_BYTES) {
        throw new UnreadableException("answers more than " + (MAX_BYTES >> 20) + " MiB");
      }
      return new String(bytes, StandardCharsets.UTF_8);
    }
  }
}
