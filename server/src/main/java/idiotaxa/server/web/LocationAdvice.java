package idiotaxa.server.web;

import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyAdvice;

/** Says in <code>Location</code> where what was made is told (RFC 9110, 10.2.2). */
@RestControllerAdvice
class LocationAdvice implements ResponseBodyAdvice<Created> {
  @Override
  public boolean supports(MethodParameter returned, Class<? extends HttpMessageConverter<?>> converter) {
    return returned.getParameterType() == Created.class;
  }

  @Override
  public Created beforeBodyWrite(
      Created body,
      MethodParameter returned,
      MediaType type,
      Class<? extends HttpMessageConverter<?>> converter,
      ServerHttpRequest request,
      ServerHttpResponse response) {
    if (body != null && body.address() != null) {
      response.getHeaders().set(HttpHeaders.LOCATION, body.address());
    }
    return body;
  }
}
