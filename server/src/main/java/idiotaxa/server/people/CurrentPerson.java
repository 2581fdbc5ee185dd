package idiotaxa.server.people;

import idiotaxa.server.web.NotSignedInException;
import org.springframework.core.env.Environment;
import org.springframework.core.env.Profiles;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestContextHolder;

/** Knows on whose behalf something is done. */
@Component
public class CurrentPerson {
  static final String STUDIO = "studio";

  private final boolean isStudio;

  CurrentPerson(Environment environment) {
    isStudio = environment.acceptsProfiles(Profiles.of(STUDIO));
  }

  /** Whether people sign in here. */
  public boolean isStudio() {
    return isStudio;
  }

  /**
   * Who sent the request that is being answered; the owner where nobody signs in, and for what the
   * application does by itself.
   *
   * @throws NotSignedInException in a studio, for a request of somebody who has not signed in
   */
  public Person get() {
    if (!isStudio || RequestContextHolder.getRequestAttributes() == null) {
      return Person.OWNER;
    }
    Authentication known = SecurityContextHolder.getContext().getAuthentication();
    if (known == null || known instanceof AnonymousAuthenticationToken || !(known.getPrincipal() instanceof Person person)) {
      throw new NotSignedInException("Sign in first.");
    }
    return person;
  }
}
