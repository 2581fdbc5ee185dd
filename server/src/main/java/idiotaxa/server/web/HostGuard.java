package idiotaxa.server.web;

import idiotaxa.server.IdiotaxaProperties;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The application answers only to its own names (without a setting those of the loopback device), and only to
 * pages that it served itself. Programs, which say of no page that it asks, are let through.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class HostGuard extends OncePerRequestFilter {
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

  private static final int HTTP = 80;
  private static final int HTTPS = 443;
  private static final String OVER_TLS_ONLY = "max-age=31536000";

  private final Set<String> hosts;

  HostGuard(IdiotaxaProperties properties) {
    hosts = properties.allowedHosts().stream().map(h -> h.toLowerCase(Locale.ROOT)).collect(Collectors.toSet());
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (!hosts.contains(request.getServerName().toLowerCase(Locale.ROOT))) {
      response.sendError(421, "This application does not answer under this name; see the setting IDIOTAXA_HOSTS.");
      return;
    }
    if (!READING.contains(request.getMethod()) && isForeign(request.getHeader("Origin"), request)) {
      response.sendError(403, "Changes from pages of another origin are refused.");
      return;
    }
    // As it is understood, not as it is spelt: /%61pi is /api.
    boolean isApi = request.getServletPath().startsWith("/api");
    if (isApi && isAskedByAForeignPage(request)) {
      response.sendError(403, "Pages of another origin are not answered.");
      return;
    }
    HEADERS.forEach(response::setHeader);
    if (isApi) {
      // Operations whose answers may be kept say so themselves.
      response.setHeader("Cache-Control", "private, no-store");
    }
    if (request.isSecure()) {
      response.setHeader("Strict-Transport-Security", OVER_TLS_ONLY);
    }
    chain.doFilter(request, response);
  }

  /** Browsers say who asks (Fetch Metadata); programs, and what is typed into the address line, do not or say none. */
  private static boolean isAskedByAForeignPage(HttpServletRequest request) {
    String site = request.getHeader("Sec-Fetch-Site");
    return site != null && !site.equals("same-origin") && !site.equals("none");
  }

  /** Browsers leave out the port that goes with the scheme. */
  private static int portOf(URI origin) {
    return origin.getPort() >= 0 ? origin.getPort() : "https".equals(origin.getScheme()) ? HTTPS : HTTP;
  }

  private static boolean isForeign(String origin, HttpServletRequest request) {
    if (origin == null) {
      return false;
    }
    try {
      URI uri = URI.create(origin);
      return !request.getServerName().equalsIgnoreCase(uri.getHost())
          || !request.getScheme().equals(uri.getScheme())
          || request.getServerPort() != portOf(uri);
    } catch (IllegalArgumentException e) {
      return true;
    }
  }
}
