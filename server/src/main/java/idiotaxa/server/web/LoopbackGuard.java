package idiotaxa.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.util.Map;
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

  /**
   * What pages of ours may do, and what pages of others may do with ours: nothing. Element Plus and the stage
   * set styles on elements; nothing else is written into pages.
   */
  private static final Map<String, String> HEADERS =
      Map.of(
          "Content-Security-Policy",
          "default-src 'self'; img-src 'self' blob: data:; style-src 'self' 'unsafe-inline'; object-src 'none';"
              + " base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
          "X-Frame-Options",
          "DENY",
          "Cross-Origin-Resource-Policy",
          "same-origin",
          "Cross-Origin-Opener-Policy",
          "same-origin",
          "X-Content-Type-Options",
          "nosniff",
          "Referrer-Policy",
          "same-origin");

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
    if (request.getRequestURI().startsWith("/api") && isAskedByAForeignPage(request)) {
      response.sendError(403, "Pages of another origin are not answered.");
      return;
    }
    HEADERS.forEach(response::setHeader);
    chain.doFilter(request, response);
  }

  /** Browsers say who asks (Fetch Metadata); programs, and what is typed into the address line, do not or say none. */
  private static boolean isAskedByAForeignPage(HttpServletRequest request) {
    String site = request.getHeader("Sec-Fetch-Site");
    return site != null && !site.equals("same-origin") && !site.equals("none");
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
