package plainsieve.server.api.viewer;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Failures outside every handler, in a filter for example: a problem document like all others, never a page. */
@RestController
@Hidden
@RequiredRole(value = Role.VIEWER, open = true)
class FallbackErrorController implements ErrorController {
    @RequestMapping("/error")
    ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
        Object told = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus status = told instanceof Integer code ? HttpStatus.resolve(code) : null;
        HttpStatus known = status == null ? HttpStatus.NOT_FOUND : status;
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(
                known, known.is5xxServerError() ? "Internal error." : "The request failed.");
        detail.setProperty(
                "advice", known.is5xxServerError() ? "Try again. The server log has details." : "See /api/openapi.");
        detail.setProperty("problems", List.of());
        return ResponseEntity.status(known)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(detail);
    }
}
