package idiotaxa.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.function.Supplier;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRequestAttributeHandler;
import org.springframework.security.web.csrf.CsrfTokenRequestHandler;

/**
 * The proof that a change comes from our page is read from its header alone. As a parameter it might stand in the body, which
 * would be read (and an upload written to disk) before anybody is asked who they are.
 */
final class ProofInHeader implements CsrfTokenRequestHandler {
  private final CsrfTokenRequestAttributeHandler attributes = new CsrfTokenRequestAttributeHandler();

  @Override
  public void handle(HttpServletRequest request, HttpServletResponse response, Supplier<CsrfToken> token) {
    attributes.handle(request, response, token);
  }

  @Override
  public String resolveCsrfTokenValue(HttpServletRequest request, CsrfToken token) {
    return request.getHeader(token.getHeaderName());
  }
}
