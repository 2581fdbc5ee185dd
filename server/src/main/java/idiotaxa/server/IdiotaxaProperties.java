package idiotaxa.server;

import java.net.URI;
import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.util.unit.DataSize;

/**
 * Settings of the application.
 *
 * @param cacheFolder local copies of blobs, may be deleted at any time
 * @param cacheLimit size from which the oldest copies are deleted
 * @param receiverUrl where hand-offs are sent to
 * @param handoffFolder where packages are put for other tools, empty for nowhere
 * @param loadDemo whether to fill an empty database with the demo models
 */
@ConfigurationProperties("idiotaxa")
public record IdiotaxaProperties(
    Path cacheFolder,
    DataSize cacheLimit,
    URI receiverUrl,
    Path handoffFolder,
    boolean loadDemo) {}
