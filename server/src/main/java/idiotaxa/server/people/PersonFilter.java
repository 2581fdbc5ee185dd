package idiotaxa.server.people;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.authentication.preauth.PreAuthenticatedAuthenticationToken;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Finds out who asks, anew for every request: somebody whose role changes or whose account is closed need not
 * sign out for it.
 */
final class PersonFilter extends OncePerRequestFilter {
  static final String BEARER = "Bearer ";

  private final SignInService signIns;

  PersonFilter(SignInService signIns) {
    this.signIns = signIns;
  }

  @Override
  protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    // As it is understood, not as it is spelt: /%61pi is /api.
    String path = request.getServletPath();
    if (path.startsWith("/api") || path.startsWith("/actuator")) {
      String token = request.getHeader(HttpHeaders.AUTHORIZATION);
      Optional<Person> person =
          token != null && token.startsWith(BEARER)
              ? signIns.of(token.substring(BEARER.length()).strip())
              : signIns.of(request.getSession(false));
      person.ifPresent(
          p ->
              SecurityContextHolder.getContext()
                  .setAuthentication(
                      new PreAuthenticatedAuthenticationToken(
                          p, null, AuthorityUtils.createAuthorityList("ROLE_" + p.role().name()))));
    }
    chain.doFilter(request, response);
  }

  /** Streams and downloads end on other threads, where the same person is meant. */
  @Override
  protected boolean shouldNotFilterAsyncDispatch() {
    return false;
  }
}
