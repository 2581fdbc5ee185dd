package idiotaxa.server.web;

import java.util.List;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.apache.coyote.http11.AbstractHttp11Protocol;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What no setting says. */
@Configuration
@ConditionalOnWebApplication
class TomcatConfig {
  /**
   * @param proxies addresses and networks of servers in front that are believed
   */
  @Bean
  WebServerFactoryCustomizer<TomcatServletWebServerFactory> believesOnly(@Value("${idiotaxa.proxies:}") List<String> proxies) {
    String networks = proxies.stream().map(String::strip).map(TomcatConfig::network).collect(Collectors.joining(","));
    return factory ->
        factory.getEngineValves().stream()
            .filter(RemoteIpValve.class::isInstance)
            .forEach(valve -> ((RemoteIpValve) valve).setInternalProxies(networks));
  }

  /** An address is the network of itself alone. */
  static String network(String written) {
    return written.indexOf('/') >= 0 ? written : written + (written.indexOf(':') >= 0 ? "/128" : "/32");
  }

  @Bean
  WebServerFactoryCustomizer<TomcatServletWebServerFactory> paced() {
    return factory -> {
      factory.addEngineValves(new PacedBodies());
      factory.addConnectorCustomizers(
          connector -> {
            if (connector.getProtocolHandler() instanceof AbstractHttp11Protocol<?> http) {
              // Silence within a body; between requests a connection may be silent for longer.
              http.setDisableUploadTimeout(false);
              http.setConnectionUploadTimeout((int) PacedInput.GRACE_MS);
            }
          });
    };
  }
}
