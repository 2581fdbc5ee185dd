package idiotaxa.server;

import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.util.unit.DataSize;
import org.springframework.validation.annotation.Validated;

/**
 * Settings of the application; checked when it starts.
 *
 * @param cacheFolder local copies of blobs, may be deleted at any time
 * @param cacheLimit size from which the oldest copies are deleted
 * @param receiverUrl where hand-offs are sent to
 * @param handoffFolder where packages are put for other tools, empty for nowhere
 * @param loadDemo whether to fill an empty database with the demo models
 * @param allowedHosts names that the application answers under
 * @param processName by which the queue tells this process from others; empty for one made of host and number
 * @param jobKinds words of the jobs that this process takes, {@code all} for all, empty for none
 * @param trashTime how long what was put into the trash can be taken back
 * @param blobTime how long bytes that nothing points to are kept
 */
@Validated
@ConfigurationProperties("idiotaxa")
public record IdiotaxaProperties(
    @NotNull Path cacheFolder,
    @NotNull DataSize cacheLimit,
    @NotNull URI receiverUrl,
    Path handoffFolder,
    boolean loadDemo,
    @NotEmpty List<String> allowedHosts,
    String processName,
    List<String> jobKinds,
    @NotNull Duration trashTime,
    @NotNull Duration blobTime) {
  /** Where packages are put for other tools. */
  public Optional<Path> watchedFolder() {
    return Optional.ofNullable(handoffFolder).filter(f -> !f.toString().isBlank());
  }
}
