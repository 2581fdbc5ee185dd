package idiotaxa.server.people;

import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Puts the guard before every operation. */
@Configuration
@ConditionalOnWebApplication
class GuardedOperations implements WebMvcConfigurer {
  private final AccessGuard guard;

  GuardedOperations(AccessGuard guard) {
    this.guard = guard;
  }

  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    registry.addInterceptor(guard).addPathPatterns("/api/**");
  }
}
