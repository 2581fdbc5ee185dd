package idiotaxa.server.people;

import io.swagger.v3.oas.models.Operation;
import org.springdoc.core.customizers.GlobalOperationCustomizer;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;

/** Says at every operation which role it is for, as {@link AccessGuard} asks for it. */
@Component
@ConditionalOnWebApplication
class RolesInDescription implements GlobalOperationCustomizer {
  /** Who has not signed in may ask for it. */
  private static final String ANYBODY = "anybody";

  @Override
  public Operation customize(Operation operation, HandlerMethod method) {
    String role =
        AccessGuard.has(method, ForEverybody.class)
            ? ANYBODY
            : AccessGuard.needed(method, AccessGuard.isReading(method)).word();
    operation.addExtension("x-role", role);
    return operation;
  }
}
