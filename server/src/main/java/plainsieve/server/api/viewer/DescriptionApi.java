package plainsieve.server.api.viewer;

import io.swagger.v3.oas.annotations.Hidden;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Serves the OpenAPI document. A test generates it and checks that it is current. */
@RestController
@Hidden
@RequiredRole(value = Role.VIEWER, open = true)
class DescriptionApi {
    private static final Resource DESCRIPTION = new ClassPathResource("openapi.json");

    @GetMapping(value = "/api/openapi", produces = MediaType.APPLICATION_JSON_VALUE)
    Resource getDescription() {
        return DESCRIPTION;
    }
}
