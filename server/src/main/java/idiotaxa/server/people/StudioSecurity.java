package idiotaxa.server.people;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Profile;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import tools.jackson.databind.json.JsonMapper;

/** A studio: whoever asks the API has signed in or has a token. What they may is decided by {@link AccessGuard}. */
@Configuration
@ConditionalOnWebApplication
@Profile(CurrentPerson.STUDIO)
class StudioSecurity {
  @Bean
  SecurityFilterChain peopleSignIn(HttpSecurity http, SignInService signIns, JsonMapper json) {
    return http.csrf(
            csrf -> csrf.spa().csrfTokenRequestHandler(new ProofInHeader()).ignoringRequestMatchers(StudioSecurity::hasToken))
        .headers(AbstractHttpConfigurer::disable)
        .requestCache(AbstractHttpConfigurer::disable)
        .logout(AbstractHttpConfigurer::disable)
        .securityContext(AbstractHttpConfigurer::disable)
        .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.NEVER))
        .addFilterBefore(new PersonFilter(signIns), AuthorizationFilter.class)
        .authorizeHttpRequests(
            all ->
                all.dispatcherTypeMatchers(DispatcherType.ERROR, DispatcherType.ASYNC)
                    .permitAll()
                    .requestMatchers("/api/sign-in", "/api/me", "/actuator/health/**")
                    .permitAll()
                    .requestMatchers("/actuator/**")
                    .hasRole(Role.MANAGE.name())
                    .requestMatchers("/api/**")
                    .authenticated()
                    .anyRequest()
                    .permitAll())
        .exceptionHandling(
            e ->
                e.authenticationEntryPoint(
                        (request, response, why) -> answer(response, json, HttpStatus.UNAUTHORIZED, "Sign in first."))
                    .accessDeniedHandler(
                        (request, response, why) ->
                            answer(
                                response,
                                json,
                                HttpStatus.FORBIDDEN,
                                "This was refused: the page is not the one that signed in, or this is for those who"
                                    + " manage. Load the page again.")))
        .build();
  }

  /** A browser sends no such header by itself: what has one is no forged request. */
  private static boolean hasToken(HttpServletRequest request) {
    String token = request.getHeader(HttpHeaders.AUTHORIZATION);
    return token != null && token.startsWith(PersonFilter.BEARER);
  }

  private static void answer(HttpServletResponse response, JsonMapper json, HttpStatus status, String detail)
      throws IOException {
    response.setStatus(status.value());
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response.getOutputStream().write(json.writeValueAsBytes(ProblemDetail.forStatusAndDetail(status, detail)));
  }
}
