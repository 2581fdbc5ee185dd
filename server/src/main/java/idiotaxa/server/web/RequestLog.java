package idiotaxa.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HexFormat;
import java.util.concurrent.ThreadLocalRandom;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Gives every request a number, which its lines in the log and its answer have. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestLog extends OncePerRequestFilter {
  /** Key of the number in the log's context. */
  static final String REQUEST = "request";

  private static final String HEADER = "X-Request-Id";

  @Override
  protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String number = HexFormat.of().toHexDigits(ThreadLocalRandom.current().nextInt());
    response.setHeader(HEADER, number);
    MDC.put(REQUEST, number);
    try {
      chain.doFilter(request, response);
    } finally {
      MDC.remove(REQUEST);
    }
  }
}
