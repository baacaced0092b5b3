package plainsieve.server.http;

import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
import java.util.Map;
import org.springframework.core.MethodParameter;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.http.server.ServletServerHttpRequest;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyAdvice;
import org.springframework.web.util.UriComponentsBuilder;
import plainsieve.files.forms.Resource;

/** Adds the header Location to the answers of routes that create a resource. */
@RestControllerAdvice
class LocationHeaders implements ResponseBodyAdvice<Resource> {
    @Override
    public boolean supports(MethodParameter returnType, Class<? extends HttpMessageConverter<?>> converter) {
        return returnType.hasMethodAnnotation(Creates.class);
    }

    @Override
    public Resource beforeBodyWrite(
            Resource body,
            MethodParameter returnType,
            MediaType type,
            Class<? extends HttpMessageConverter<?>> converter,
            ServerHttpRequest request,
            ServerHttpResponse response) {
        HttpServletRequest servletRequest = ((ServletServerHttpRequest) request).getServletRequest();
        Map<String, Object> variables = new HashMap<>(variables(servletRequest));
        variables.put("created", body.id());
        String address = returnType.getMethodAnnotation(Creates.class).value();
        response.getHeaders()
                .setLocation(UriComponentsBuilder.fromPath(servletRequest.getContextPath() + address)
                        .encode()
                        .buildAndExpand(variables)
                        .toUri());
        return body;
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> variables(HttpServletRequest request) {
        return (Map<String, Object>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
    }
}
