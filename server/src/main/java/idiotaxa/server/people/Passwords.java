package idiotaxa.server.people;

import java.nio.charset.StandardCharsets;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** How passwords are kept and compared. */
@Component
class Passwords {
  private static final int LEAST_CHARACTERS = 12;

  /** More would not be looked at by the method. */
  private static final int MOST_BYTES = 72;

  private final PasswordEncoder encoder = PasswordEncoderFactories.createDelegatingPasswordEncoder();

  /** Compared with where there is no account, so that an unknown name takes as long as a wrong password. */
  private final String nobodys = encoder.encode("nobody has this password");

  /**
   * @throws IllegalArgumentException when it is too short or too long
   */
  String encode(String password) {
    if (password == null || password.codePointCount(0, password.length()) < LEAST_CHARACTERS) {
      throw new IllegalArgumentException("password: at least " + LEAST_CHARACTERS + " characters; several words make a good one.");
    }
    if (password.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES) {
      throw new IllegalArgumentException("password: at most " + MOST_BYTES + " bytes.");
    }
    return encoder.encode(password);
  }

  /**
   * @param kept null for none
   */
  boolean matches(String password, String kept) {
    boolean isRight = encoder.matches(password == null ? "" : password, kept == null ? nobodys : kept);
    return isRight && kept != null;
  }
}
