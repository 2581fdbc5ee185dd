package idiotaxa.server.web;

import idiotaxa.core.file.FormatException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.MissingRequestHeaderException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.context.request.async.AsyncRequestTimeoutException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
import tools.jackson.core.JacksonException;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.MismatchedInputException;

/**
 * Turns exceptions into problem details (RFC 9457) with words that say what is wrong, where and what to do;
 * every one names the field, the parameter or the number that is meant.
 */
@Order(Ordered.HIGHEST_PRECEDENCE)
@RestControllerAdvice
class ProblemAdvice {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

  private final String uploadLimit;

  ProblemAdvice(@Value("${spring.servlet.multipart.max-request-size}") String uploadLimit) {
    this.uploadLimit = uploadLimit;
  }

  @ExceptionHandler(NotFoundException.class)
  ProblemDetail notFound(NotFoundException e) {
    return problem(HttpStatus.NOT_FOUND, e.getMessage());
  }

  @ExceptionHandler(ConflictException.class)
  ProblemDetail conflict(ConflictException e) {
    return problem(HttpStatus.CONFLICT, e.getMessage());
  }

  @ExceptionHandler(NotSignedInException.class)
  ProblemDetail unknown(NotSignedInException e) {
    return problem(HttpStatus.UNAUTHORIZED, e.getMessage());
  }

  @ExceptionHandler(NotAllowedException.class)
  ProblemDetail forbidden(NotAllowedException e) {
    return problem(HttpStatus.FORBIDDEN, e.getMessage());
  }

  @ExceptionHandler(TooOftenException.class)
  ResponseEntity<ProblemDetail> tooOften(TooOftenException e) {
    return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
        .header(HttpHeaders.RETRY_AFTER, Long.toString(e.seconds()))
        .body(problem(HttpStatus.TOO_MANY_REQUESTS, e.getMessage()));
  }

  @ExceptionHandler(BusyException.class)
  ResponseEntity<ProblemDetail> busy(BusyException e) {
    return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
        .header(HttpHeaders.RETRY_AFTER, Integer.toString(e.seconds()))
        .body(problem(HttpStatus.SERVICE_UNAVAILABLE, e.getMessage()));
  }

  @ExceptionHandler(IllegalArgumentException.class)
  ProblemDetail wrong(IllegalArgumentException e) {
    StackTraceElement[] trace = e.getStackTrace();
    if (trace.length > 0 && !trace[0].getClassName().startsWith("idiotaxa.")) {
      LOG.warn("refused by a library and not by our own check", e);
    }
    return problem(HttpStatus.BAD_REQUEST, e.getMessage());
  }

  @ExceptionHandler(FormatException.class)
  ProblemDetail refused(FormatException e) {
    return problem(HttpStatus.UNPROCESSABLE_ENTITY, e.getMessage());
  }

  @ExceptionHandler(MaxUploadSizeExceededException.class)
  ProblemDetail tooLarge(MaxUploadSizeExceededException e) {
    return problem(
        HttpStatus.CONTENT_TOO_LARGE,
        "The upload is larger than the "
            + uploadLimit
            + " that this server takes. Split the model, or start the server with a higher"
            + " IDIOTAXA_UPLOAD_LIMIT.");
  }

  /** What a record refused, or a field that is missing, unknown or of another type. */
  @ExceptionHandler(HttpMessageNotReadableException.class)
  ProblemDetail unreadable(HttpMessageNotReadableException e) {
    if (rootOf(e) instanceof IllegalArgumentException refused && !(refused instanceof NumberFormatException)) {
      return problem(HttpStatus.BAD_REQUEST, refused.getMessage());
    }
    for (Throwable cause = e; cause != null; cause = cause.getCause()) {
      if (cause instanceof StreamConstraintsException) {
        return problem(HttpStatus.BAD_REQUEST, "The request's body is nested too deeply or has too long a name, number or text.");
      }
      if (cause instanceof DatabindException databind) {
        String field = path(databind.getPath());
        return problem(
            HttpStatus.BAD_REQUEST,
            (field.isEmpty() ? "The request's body" : field) + " cannot be read: " + words(databind) + ".");
      }
      if (cause instanceof JacksonException json) {
        return problem(
            HttpStatus.BAD_REQUEST,
            "The request's body is no JSON: " + firstLine(json.getOriginalMessage()) + ".");
      }
    }
    return problem(HttpStatus.BAD_REQUEST, "The request's body is missing; send it as JSON.");
  }

  @ExceptionHandler(SlowBodyException.class)
  ProblemDetail slow(SlowBodyException e) {
    return problem(HttpStatus.REQUEST_TIMEOUT, e.getMessage());
  }

  /** Parts of an upload that cannot be taken apart, or did not come. */
  @ExceptionHandler(MultipartException.class)
  ProblemDetail brokenUpload(MultipartException e) {
    if (rootOf(e) instanceof SlowBodyException slow) {
      return slow(slow);
    }
    return problem(HttpStatus.BAD_REQUEST, "The upload cannot be read: it was broken off, or is no multipart/form-data.");
  }

  /** What our own records refuse is a sentence; of types only we know the names. */
  private static String words(DatabindException e) {
    return e instanceof MismatchedInputException mismatch && mismatch.getOriginalMessage().contains("`")
        ? "it is not of the type that is expected there"
        : firstLine(e.getOriginalMessage());
  }

  private static Throwable rootOf(Throwable e) {
    Throwable root = e;
    while (root.getCause() != null && root.getCause() != root) {
      root = root.getCause();
    }
    return root;
  }

  private static String path(List<JacksonException.Reference> path) {
    return path.stream()
        .map(r -> r.getPropertyName() == null ? "[" + r.getIndex() + "]" : r.getPropertyName())
        .collect(Collectors.joining("."))
        .replace(".[", "[");
  }

  private static String firstLine(String message) {
    String first = message == null ? "it is not what is expected" : message.lines().findFirst().orElse("");
    return first.endsWith(".") ? first.substring(0, first.length() - 1) : first;
  }

  @ExceptionHandler(MethodArgumentTypeMismatchException.class)
  ProblemDetail mismatch(MethodArgumentTypeMismatchException e) {
    // What an address names is there or is not; of what a parameter says the spelling is wrong.
    boolean isInAddress = e.getParameter().hasParameterAnnotation(PathVariable.class);
    return problem(
        isInAddress ? HttpStatus.NOT_FOUND : HttpStatus.BAD_REQUEST,
        "%s: \"%s\" is no %s."
            .formatted(
                e.getName(),
                e.getValue(),
                e.getRequiredType() == null ? "value of its type" : e.getRequiredType().getSimpleName()));
  }

  @ExceptionHandler(MissingServletRequestParameterException.class)
  ProblemDetail missing(MissingServletRequestParameterException e) {
    return problem(HttpStatus.BAD_REQUEST, "The parameter " + e.getParameterName() + " is missing.");
  }

  @ExceptionHandler(MissingServletRequestPartException.class)
  ProblemDetail missing(MissingServletRequestPartException e) {
    return problem(HttpStatus.BAD_REQUEST, "The part " + e.getRequestPartName() + " is missing.");
  }

  @ExceptionHandler(MissingRequestHeaderException.class)
  ProblemDetail missing(MissingRequestHeaderException e) {
    return problem(HttpStatus.BAD_REQUEST, "The header " + e.getHeaderName() + " is missing.");
  }

  /** Two did what only one can do; nothing was changed by the second. */
  @ExceptionHandler(DataIntegrityViolationException.class)
  ProblemDetail integrity(DataIntegrityViolationException e) {
    LOG.warn("A change was refused by the database", e);
    return problem(
        HttpStatus.CONFLICT,
        "This does not go with what is there, perhaps because somebody else changed it at the same time."
            + " Look at it again.");
  }

  /** The database gave this change up for another one, or was away; the whole of it was taken back. */
  @ExceptionHandler({TransientDataAccessException.class, CannotCreateTransactionException.class})
  ProblemDetail busy(RuntimeException e) {
    LOG.warn("The database did not take a change", e);
    return problem(
        HttpStatus.SERVICE_UNAVAILABLE,
        "The database could not take this now; nothing was changed. Do it again.");
  }

  /** A stream of events that ended: there is nobody, or nothing, to write a problem to. */
  @ExceptionHandler({AsyncRequestNotUsableException.class, AsyncRequestTimeoutException.class})
  void gone(Exception e) {
    LOG.debug("A page went away", e);
  }

  @ExceptionHandler(Exception.class)
  ProblemDetail unexpected(Exception e) {
    if (e instanceof ErrorResponse answer) {
      return answer.getBody();
    }
    LOG.error("A request failed unexpectedly", e);
    return problem(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "Something went wrong in the application; what this request was to change was taken back. The log has more"
            + " under the request's number " + MDC.get(RequestLog.REQUEST) + ".");
  }

  /** The disk of uploads and local copies, which says so in the words of the system. */
  @ExceptionHandler({IOException.class, UncheckedIOException.class})
  ProblemDetail disk(Exception e) {
    if (!isDiskFull(e)) {
      return unexpected(e);
    }
    LOG.error("A disk is full", e);
    return problem(
        HttpStatus.INSUFFICIENT_STORAGE, "A disk of the server is full; nothing was changed. Ask who runs it to make room.");
  }

  private static boolean isDiskFull(Throwable e) {
    for (Throwable cause = e; cause != null; cause = cause.getCause()) {
      if (cause.getMessage() != null && cause.getMessage().contains("No space left on device")) {
        return true;
      }
    }
    return false;
  }

  @ExceptionHandler(OutOfMemoryError.class)
  ProblemDetail outOfMemory(OutOfMemoryError e) {
    LOG.error("A request ran out of memory", e);
    return problem(
        HttpStatus.INSUFFICIENT_STORAGE,
        "This needs more memory than the application has left; nothing was changed. Choose a smaller size or"
            + " wait until other work is done.");
  }

  private static ProblemDetail problem(HttpStatus status, String detail) {
    return ProblemDetail.forStatusAndDetail(status, detail == null ? status.getReasonPhrase() : detail);
  }
}
