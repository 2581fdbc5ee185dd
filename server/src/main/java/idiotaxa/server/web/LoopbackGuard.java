package idiotaxa.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Without sign-in, the application answers only to loopback names, and changes things only for pages
 * that it served itself. Programs that send no Origin are let through.
 */
@Component
class LoopbackGuard extends OncePerRequestFilter {
  private static final Set<String> LOOPBACK = Set.of("127.0.0.1", "localhost", "[::1]");
  private static final Set<String> READING = Set.of("GET", "HEAD", "OPTIONS");

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (!LOOPBACK.contains(request.getServerName())) {
      response.sendError(421, "This application answers on loopback names only.");
      return;
    }
    if (!READING.contains(request.getMethod()) && isForeign(request.getHeader("Origin"), request)) {
      response.sendError(403, "Changes from pages of another origin are refused.");
      return;
    }
    response.setHeader("X-Content-Type-Options", "nosniff");
    response.setHeader("Referrer-Policy", "same-origin");
    chain.doFilter(request, response);
  }

  private static boolean isForeign(String origin, HttpServletRequest request) {
    if (origin == null) {
      return false;
    }
    try {
      URI uri = URI.create(origin);
      return !request.getServerName().equals(uri.getHost())
          || request.getServerPort() != uri.getPort();
    } catch (IllegalArgumentException e) {
      return true;
    }
  }
}
