package idiotaxa.server.people;

import idiotaxa.server.web.NotAllowedException;
import idiotaxa.server.web.NotFoundException;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.lang.annotation.Annotation;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;

/**
 * Stands before every operation of the API: whether this person may, whether the numbers in the address belong
 * together and to one of the person's shows, and how often costly things are asked for.
 */
@Component
class AccessGuard implements HandlerInterceptor {
  private final Access access;
  private final CurrentPerson current;
  private final Allowance allowance;
  private final AuditTrail trail;

  AccessGuard(Access access, CurrentPerson current, Allowance allowance, AuditTrail trail) {
    this.access = access;
    this.current = current;
    this.allowance = allowance;
    this.trail = trail;
  }

  @Override
  public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
    // What ends on another thread was let in when it came; who asked may be nobody by now.
    if (request.getDispatcherType() == DispatcherType.ASYNC
        || !(handler instanceof HandlerMethod method) || !isOurs(method) || has(method, ForEverybody.class)) {
      return true;
    }
    boolean isReading = isReading(method);
    Person person = current.get();
    Long asset;
    try {
      asset = check(request, method, person, isReading);
    } catch (NotAllowedException | NotFoundException e) {
      if (!isReading) {
        trail.refused(request, person);
      }
      throw e;
    }
    // What is not there costs nothing.
    if (has(method, Costly.class)) {
      allowance.takeCostly(person, request.getRemoteAddr());
    }
    if (!isReading) {
      trail.begin(request, asset);
    }
    return true;
  }

  /** The asset that it is about, null for none. */
  private Long check(HttpServletRequest request, HandlerMethod method, Person person, boolean isReading) {
    Role needed = needed(method, isReading);
    if (!person.role().reaches(needed)) {
      throw new NotAllowedException(
          "This is for those who %s; you may %s. Ask those who manage.".formatted(needed.word(), person.role().word()));
    }
    String pattern = String.valueOf(request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE));
    return access.check(Address.of(pattern, variables(request)), isReading, has(method, AboutTrash.class));
  }

  @Override
  public void afterCompletion(HttpServletRequest request, HttpServletResponse response, Object handler, Exception e) {
    trail.end(request, response.getStatus(), e);
  }

  /** Whether an operation changes nothing. */
  static boolean isReading(HandlerMethod method) {
    return method.hasMethodAnnotation(GetMapping.class) || has(method, OnlyReads.class);
  }

  /** The least role that an operation is for. */
  static Role needed(HandlerMethod method, boolean isReading) {
    if (has(method, ForManagers.class)) {
      return Role.MANAGE;
    }
    return isReading || has(method, ByEveryRole.class) ? Role.LOOK : Role.WORK;
  }

  /** Not the framework's own answers, to unknown addresses for example. */
  private static boolean isOurs(HandlerMethod method) {
    return method.getBeanType().getPackageName().startsWith("idiotaxa.");
  }

  static boolean has(HandlerMethod method, Class<? extends Annotation> mark) {
    return method.hasMethodAnnotation(mark) || method.getBeanType().isAnnotationPresent(mark);
  }

  @SuppressWarnings("unchecked")
  private static Map<String, String> variables(HttpServletRequest request) {
    return (Map<String, String>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
  }
}
