package idiotaxa.server.web;

import idiotaxa.core.file.FormatException;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.multipart.MaxUploadSizeExceededException;

/** Turns exceptions into problem details (RFC 9457), with better words than the framework's own. */
@Order(Ordered.HIGHEST_PRECEDENCE)
@RestControllerAdvice
class ProblemAdvice {
  private final String uploadLimit;

  ProblemAdvice(@Value("${spring.servlet.multipart.max-request-size}") String uploadLimit) {
    this.uploadLimit = uploadLimit;
  }

  @ExceptionHandler(NotFoundException.class)
  ProblemDetail notFound(NotFoundException e) {
    return problem(HttpStatus.NOT_FOUND, e);
  }

  @ExceptionHandler(ConflictException.class)
  ProblemDetail conflict(ConflictException e) {
    return problem(HttpStatus.CONFLICT, e);
  }

  @ExceptionHandler(IllegalArgumentException.class)
  ProblemDetail wrong(IllegalArgumentException e) {
    return problem(HttpStatus.BAD_REQUEST, e);
  }

  @ExceptionHandler(FormatException.class)
  ProblemDetail refused(FormatException e) {
    return problem(HttpStatus.UNPROCESSABLE_ENTITY, e);
  }

  @ExceptionHandler(MaxUploadSizeExceededException.class)
  ProblemDetail tooLarge(MaxUploadSizeExceededException e) {
    return ProblemDetail.forStatusAndDetail(
        HttpStatus.CONTENT_TOO_LARGE,
        "The upload is larger than the "
            + uploadLimit
            + " that this server takes. Split the model, or start the server with a higher"
            + " IDIOTAXA_UPLOAD_LIMIT.");
  }

  private static ProblemDetail problem(HttpStatus status, RuntimeException e) {
    return ProblemDetail.forStatusAndDetail(status, e.getMessage());
  }
}
