package idiotaxa.server.people;

import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Profile;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.web.SecurityFilterChain;

/** One artist on one machine: nobody signs in, and only pages and programs of this machine are answered. */
@Configuration
@ConditionalOnWebApplication
@Profile("!" + CurrentPerson.STUDIO)
class DesktopSecurity {
  /** Nothing here is kept for a page between its requests, so no page of others can use it; see the guard of the web room. */
  @Bean
  SecurityFilterChain everythingIsTheOwners(HttpSecurity http) {
    return http.csrf(AbstractHttpConfigurer::disable)
        .headers(AbstractHttpConfigurer::disable)
        .requestCache(AbstractHttpConfigurer::disable)
        .logout(AbstractHttpConfigurer::disable)
        .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
        .authorizeHttpRequests(all -> all.anyRequest().permitAll())
        .build();
  }
}
