package plainsieve.server.http;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.core.io.Resource;
import org.springframework.web.servlet.resource.ResourceTransformer;
import org.springframework.web.servlet.resource.ResourceTransformerChain;
import org.springframework.web.servlet.resource.TransformedResource;
import plainsieve.server.access.security.OwnPath;

/** Serves the single page of the front end, with paths relative to the server's base path. */
public final class FrontEndPage implements ResourceTransformer {
    private static final String RELATIVE = "\"./";
    private static final String PLACE = "name=\"place\" content=\"";

    @Override
    public Resource transform(HttpServletRequest request, Resource resource, ResourceTransformerChain chain)
            throws IOException {
        Resource given = chain.transform(request, resource);
        if (!"index.html".equals(given.getFilename())) {
            return given;
        }
        String page = withBasePath(given.getContentAsString(StandardCharsets.UTF_8), request);
        return new TransformedResource(given, page.getBytes(StandardCharsets.UTF_8));
    }

    /** The page as it has to be in an answer to this request. */
    public static String withBasePath(String page, HttpServletRequest request) {
        return page.replace(RELATIVE, "\"" + OwnPath.inBrowser(request, "/"))
                .replace(PLACE, PLACE + request.getContextPath());
    }
}
