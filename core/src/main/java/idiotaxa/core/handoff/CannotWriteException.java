package idiotaxa.core.handoff;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;

/** A folder does not take what is to be written; the message says which path, why, and what to do. */
public final class CannotWriteException extends IOException {
  public CannotWriteException(Path path, IOException cause) {
    super(
        "%s cannot be written (%s); nothing of what was there has changed. Make room or choose another folder"
            .formatted(path, reason(cause)),
        cause);
  }

  /** As people say it: what the system says is often a path alone. */
  private static String reason(IOException e) {
    if (e instanceof AccessDeniedException) {
      return "it is not allowed";
    }
    if (e instanceof NotDirectoryException || e instanceof NoSuchFileException) {
      return "there is no such folder";
    }
    if (e instanceof FileSystemException f && f.getReason() != null) {
      return f.getReason();
    }
    String message = e.getMessage();
    return message == null ? e.getClass().getSimpleName() : message;
  }
}
