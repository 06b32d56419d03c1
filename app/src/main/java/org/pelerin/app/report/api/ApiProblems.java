package org.pelerin.app.report.api;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.Arrays;
import java.util.stream.Collectors;
import org.pelerin.app.platform.rights.NotYourSiteException;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.StorageTrouble;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;

/** What went wrong, as problem details (RFC 9457). */
@RestControllerAdvice(basePackageClasses = ApiProblems.class)
@Order(Ordered.HIGHEST_PRECEDENCE)
class ApiProblems {

    private static final Logger LOG = LoggerFactory.getLogger(ApiProblems.class);

    /** The request makes no sense; the message says why, without a full stop. */
    static final class BadRequestException extends RuntimeException {
        private final String field;

        BadRequestException(String message) {
            this(null, message);
        }

        /** @param field the parameter at fault, as the request has it; null where that is none */
        BadRequestException(String field, String message) {
            super(message);
            this.field = field;
        }
    }

    @ExceptionHandler(NotThereException.class)
    ResponseEntity<ProblemDetail> notThere(NotThereException e) {
        return problem(HttpStatus.NOT_FOUND, "Not there", e.getReason());
    }

    @ExceptionHandler(NotYourSiteException.class)
    ResponseEntity<ProblemDetail> notYours(NotYourSiteException e) {
        return problem(
                HttpStatus.FORBIDDEN,
                "Not yours",
                e.whole()
                        ? "This needs the rights at all sites."
                        : "This belongs to a site that you have no rights at.");
    }

    @ExceptionHandler(NotDoneException.class)
    ResponseEntity<ProblemDetail> notDone(NotDoneException e) {
        return problem(HttpStatus.CONFLICT, "Not done", e.getMessage() + ". Nothing has changed.");
    }

    @ExceptionHandler(BadRequestException.class)
    ResponseEntity<ProblemDetail> bad(BadRequestException e) {
        return problem(HttpStatus.BAD_REQUEST, "Not understood", e.getMessage() + ".", e.field);
    }

    @ExceptionHandler(Turns.NoTurnException.class)
    ResponseEntity<ProblemDetail> noTurn(Turns.NoTurnException e) {
        return later(problem(HttpStatus.TOO_MANY_REQUESTS, "Too many at once", e.getMessage() + "."));
    }

    private static ResponseEntity<ProblemDetail> storage(StorageTrouble trouble) {
        return later(problem(HttpStatus.valueOf(trouble.status()), trouble.title(), trouble.detail()));
    }

    private static ResponseEntity<ProblemDetail> later(ResponseEntity<ProblemDetail> told) {
        return ResponseEntity.status(told.getStatusCode())
                .headers(told.getHeaders())
                .header("Retry-After", "5")
                .body(told.getBody());
    }

    @ExceptionHandler(MethodArgumentTypeMismatchException.class)
    ResponseEntity<ProblemDetail> mismatch(MethodArgumentTypeMismatchException e) {
        return problem(
                HttpStatus.BAD_REQUEST,
                "Not understood",
                "“" + e.getName() + "” is " + wanted(e.getRequiredType()) + ".",
                e.getName());
    }

    @ExceptionHandler(MissingServletRequestParameterException.class)
    ResponseEntity<ProblemDetail> missing(MissingServletRequestParameterException e) {
        return problem(
                HttpStatus.BAD_REQUEST,
                "Not understood",
                "“" + e.getParameterName() + "” is missing.",
                e.getParameterName());
    }

    /** In words for whoever calls. */
    private static String wanted(Class<?> type) {
        if (type != null && type.isEnum()) {
            return "one of "
                    + Arrays.stream(type.getEnumConstants())
                            .map(String::valueOf)
                            .collect(Collectors.joining(", "));
        }
        return type == Instant.class
                ? "an instant such as 2026-03-19T08:00:00Z"
                : type == boolean.class || type == Boolean.class ? "true or false" : "a whole number";
    }

    @ExceptionHandler(HttpMessageNotReadableException.class)
    ResponseEntity<ProblemDetail> unreadable(HttpMessageNotReadableException e) {
        return problem(HttpStatus.BAD_REQUEST, "Not understood", "The body is not the JSON that is wanted here.");
    }

    @ExceptionHandler(MultipartException.class)
    ResponseEntity<ProblemDetail> multipart(MultipartException e) {
        StorageTrouble trouble = StorageTrouble.of(e).orElse(null);
        if (trouble != null) {
            return storage(trouble);
        }
        return e instanceof MaxUploadSizeExceededException
                ? problem(HttpStatus.CONTENT_TOO_LARGE, "Too large", "A file has at most 48 MB.")
                : problem(HttpStatus.BAD_REQUEST, "Not understood", "A file is sent as multipart/form-data.");
    }

    @ExceptionHandler(PessimisticLockingFailureException.class)
    ResponseEntity<ProblemDetail> overtaken(PessimisticLockingFailureException e) {
        LOG.warn("Overtaken: {}", e.getMostSpecificCause().getMessage());
        return later(problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "Overtaken",
                "Others were saving at the same moment. Nothing has changed; try again."));
    }

    @ExceptionHandler(Exception.class)
    ResponseEntity<ProblemDetail> other(Exception e, HttpServletRequest request) {
        if (e instanceof ErrorResponse known) {
            return ResponseEntity.status(known.getStatusCode())
                    .headers(known.getHeaders())
                    .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                    .body(known.getBody());
        }
        StorageTrouble trouble =
                StorageTrouble.of(e).map(t -> t.inAnswerTo(request.getMethod())).orElse(null);
        if (trouble != null) {
            LOG.warn("{}: {}", trouble.title(), e.getMessage());
            return storage(trouble);
        }
        LOG.error("An interface request failed", e);
        return problem(HttpStatus.INTERNAL_SERVER_ERROR, "Failed", "It failed here; the application's log says more.");
    }

    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String title, String detail) {
        return problem(status, title, detail, null);
    }

    /** @param field the parameter at fault; null for none */
    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String title, String detail, String field) {
        ProblemDetail out = ProblemDetail.forStatusAndDetail(status, detail == null ? title : detail);
        out.setTitle(title);
        if (field != null) {
            out.setProperty("field", field);
        }
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(out);
    }
}
