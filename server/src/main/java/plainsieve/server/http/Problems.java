package plainsieve.server.http;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import org.apache.catalina.connector.ClientAbortException;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.UnknownKeyword;
import plainsieve.server.access.security.RequestIds;
import plainsieve.server.body.FailureBody;
import plainsieve.server.body.ProblemBody;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.StillUsedException;
import plainsieve.server.jobs.copies.CopyFailure;
import plainsieve.server.jobs.mail.MailFailure;
import plainsieve.server.people.ForbiddenException;
import plainsieve.server.people.NotSignedInException;
import plainsieve.server.people.OverloadException;
import plainsieve.server.records.RecordsFailure;
import plainsieve.server.sources.DiskFullException;
import plainsieve.sources.SourceFailure;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.databind.exc.InvalidFormatException;

/** Converts every failure to a problem document (RFC 9457): what happened, where, what to do; never a stack trace. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    @ExceptionHandler
    ResponseEntity<ProblemDetail> problem(ProblemException e) {
        ProblemDetail detail = detail(
                HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage(), e.first().advice());
        detail.setProperty(
                "problems", e.problems().stream().map(ProblemBody::of).toList());
        return answer(detail);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> overloaded(OverloadException e) {
        long seconds = Math.max(1, e.retryAfter().toSeconds());
        ProblemDetail detail = detail(HttpStatus.SERVICE_UNAVAILABLE, e.getMessage(), e.advice());
        return ResponseEntity.status(detail.getStatus())
                .header(HttpHeaders.RETRY_AFTER, Long.toString(seconds))
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(detail);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> notFound(NotFoundException e) {
        return answer(detail(HttpStatus.NOT_FOUND, e.getMessage(), e.advice()));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> changed(EditConflictException e) {
        return answer(
                detail(HttpStatus.CONFLICT, e.getMessage(), "Copy your text, reload, and make the change again."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> stillUsed(StillUsedException e) {
        return answer(detail(HttpStatus.CONFLICT, e.getMessage(), "Remove it there first."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> source(SourceFailure e) {
        HttpStatus status =
                switch (e.kind()) {
                    case UNREACHABLE, BUSY -> HttpStatus.SERVICE_UNAVAILABLE;
                    case TIMED_OUT -> HttpStatus.GATEWAY_TIMEOUT;
                    case STOPPED -> HttpStatus.CONFLICT;
                    case REFUSED_STATEMENT -> HttpStatus.UNPROCESSABLE_CONTENT;
                };
        LOG.debug("Source failure", e);
        ProblemDetail detail = detail(status, e.getMessage(), e.advice());
        detail.setProperty("problems", FailureBody.of(e).problems());
        return answer(detail);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> forbidden(ForbiddenException e) {
        return answer(detail(HttpStatus.FORBIDDEN, e.getMessage(), "Ask your administrator."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> notSignedIn(NotSignedInException e) {
        return answer(detail(HttpStatus.UNAUTHORIZED, e.getMessage(), "Sign in, or ask an operator for a link."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> noRoom(DiskFullException e) {
        LOG.warn("Upload failed: {}", e.getCause().getMessage());
        return answer(detail(HttpStatus.INSUFFICIENT_STORAGE, e.getMessage(), "Free some space, then try again."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> copy(CopyFailure e) {
        LOG.warn("A stored copy: {}", e.getMessage(), e);
        return answer(detail(HttpStatus.CONFLICT, e.getMessage(), "Check the copy again."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> mail(MailFailure e) {
        LOG.warn("Mail: {}", e.getMessage());
        return answer(detail(HttpStatus.BAD_GATEWAY, e.getMessage(), "Check the mail settings, then try again."));
    }

    private static ResponseEntity<ProblemDetail> records(RecordsFailure e) {
        LOG.warn("The records: {}", e.getMessage());
        HttpStatus status =
                switch (e.kind()) {
                    case BUSY -> HttpStatus.SERVICE_UNAVAILABLE;
                    case FULL -> HttpStatus.INSUFFICIENT_STORAGE;
                    case TAKEN, SERVED -> HttpStatus.CONFLICT;
                };
        return answer(detail(status, e.getMessage(), e.advice()));
    }

    /** An address that was cut within a character, for example. */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> unreadableAddress(InvalidParameterException e) {
        LOG.debug("Unreadable address", e);
        return answer(detail(
                HttpStatus.BAD_REQUEST,
                "The query string is invalid: a “%” is not followed by two hexadecimal digits.",
                "The link may have been cut off. Request it again."));
    }

    /** The client has disconnected. */
    @ExceptionHandler
    void browserWentAway(UncheckedIOException e) {
        LOG.debug("The browser went away", e);
    }

    /** The client has disconnected, as browsers do when another page is opened. Consumes the response, so that nothing else is written. */
    @ExceptionHandler
    void gone(ClientAbortException e, HttpServletRequest request, HttpServletResponse response) {
        LOG.debug("{} {}: client disconnected", request.getMethod(), request.getRequestURI());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> internal(Exception e, HttpServletRequest request) {
        Optional<RecordsFailure> known = RecordsFailure.of(e);
        if (known.isPresent()) {
            return records(known.get());
        }
        LOG.error("{} {} failed", request.getMethod(), request.getRequestURI(), e);
        return answer(detail(
                HttpStatus.INTERNAL_SERVER_ERROR, FailureBody.INTERNAL.message(), FailureBody.INTERNAL.advice()));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof ProblemException problem) {
                return new ResponseEntity<>(problem(problem).getBody(), headers, HttpStatus.UNPROCESSABLE_CONTENT);
            }
            if (cause instanceof StreamConstraintsException) {
                ProblemDetail tooMuch = detail(
                        HttpStatus.CONTENT_TOO_LARGE,
                        "The request's JSON has too many values, is too deep, or has a text that is too long.",
                        "Send fewer or shorter values.");
                return new ResponseEntity<>(tooMuch, headers, HttpStatus.CONTENT_TOO_LARGE);
            }
            if (cause instanceof InvalidFormatException format
                    && format.getTargetType() != null
                    && format.getTargetType().isEnum()) {
                return new ResponseEntity<>(
                        problem(new ProblemException(unknownWord(format))).getBody(),
                        headers,
                        HttpStatus.UNPROCESSABLE_CONTENT);
            }
        }
        ProblemDetail detail = detail(
                HttpStatus.BAD_REQUEST, "The request's JSON could not be read.", "See /api/openapi for its shape.");
        return new ResponseEntity<>(detail, headers, status);
    }

    /** A query parameter with a value of another type. */
    @Override
    protected ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof ProblemException problem) {
                return new ResponseEntity<>(problem(problem).getBody(), headers, HttpStatus.UNPROCESSABLE_CONTENT);
            }
        }
        return super.handleTypeMismatch(e, headers, status, request);
    }

    private static Problem unknownWord(InvalidFormatException e) {
        UnknownKeyword keyword = UnknownKeyword.of(e);
        return Problem.of(ProblemKind.INVALID_REQUEST, keyword.message(), keyword.advice());
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        List<Problem> problems = e.getFieldErrors().stream()
                .map(error -> Problem.of(
                        ProblemKind.INVALID_REQUEST,
                        "“%s” %s.".formatted(error.getField(), error.getDefaultMessage()),
                        "See /api/openapi for the allowed values."))
                .toList();
        return new ResponseEntity<>(
                problem(new ProblemException(problems)).getBody(), headers, HttpStatus.UNPROCESSABLE_CONTENT);
    }

    /** Framework errors with our own messages: the framework's mention internals. */
    @Override
    protected ResponseEntity<Object> handleExceptionInternal(
            Exception e, Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        LOG.debug("Refused by the framework", e);
        HttpStatus known = HttpStatus.valueOf(status.value());
        String what =
                switch (known) {
                    case NOT_FOUND -> "Page not found.";
                    case METHOD_NOT_ALLOWED -> "This method is not allowed here.";
                    case UNSUPPORTED_MEDIA_TYPE -> "The request's body must be application/json.";
                    case NOT_ACCEPTABLE -> "The requested media type is not available.";
                    default -> known.is4xxClientError() ? "Invalid request." : FailureBody.INTERNAL.message();
                };
        ProblemDetail detail = detail(known, what, "See /api/openapi for routes and parameters.");
        return new ResponseEntity<>(detail, headers, known);
    }

    private static ProblemDetail detail(HttpStatus status, String message, String advice) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, message);
        detail.setProperty("advice", advice);
        detail.setProperty("request", RequestIds.now());
        detail.setProperty("problems", List.of());
        return detail;
    }

    private static ResponseEntity<ProblemDetail> answer(ProblemDetail detail) {
        return ResponseEntity.status(detail.getStatus())
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(detail);
    }
}
