package plainsieve.server.http;

import org.springframework.core.MethodParameter;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyAdvice;
import plainsieve.files.forms.VersionedResource;

/**
 * Adds the header ETag to answers with a versioned resource. The page of a report has none: an answer with a strong entity tag is not
 * compressed, and viewers wait for it.
 */
@RestControllerAdvice
class EntityTags implements ResponseBodyAdvice<Object> {
    @Override
    public boolean supports(MethodParameter returnType, Class<? extends HttpMessageConverter<?>> converter) {
        return VersionedResource.class.isAssignableFrom(returnType.getParameterType());
    }

    @Override
    public Object beforeBodyWrite(
            Object body,
            MethodParameter returnType,
            MediaType type,
            Class<? extends HttpMessageConverter<?>> converter,
            ServerHttpRequest request,
            ServerHttpResponse response) {
        if (body instanceof VersionedResource versioned) {
            response.getHeaders().setETag("\"" + versioned.version() + "\"");
        }
        return body;
    }
}
