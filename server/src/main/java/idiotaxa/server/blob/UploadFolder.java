package idiotaxa.server.blob;

import jakarta.servlet.MultipartConfigElement;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.boot.servlet.autoconfigure.MultipartProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Lets the web tier put uploads under way into the folder that is cleared after a crash. A worker has no web
 * tier.
 */
@Configuration
@ConditionalOnWebApplication
class UploadFolder {
  @Bean
  MultipartConfigElement multipartConfigElement(MultipartProperties properties, WorkFolder work) {
    properties.setLocation(work.path().toString());
    return properties.createMultipartConfig();
  }
}
