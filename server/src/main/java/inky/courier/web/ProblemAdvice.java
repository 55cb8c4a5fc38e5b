package inky.courier.web;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.message.Message;
import inky.courier.store.DatabaseTrouble;
import jakarta.annotation.Nullable;
import jakarta.persistence.PersistenceException;
import java.io.IOException;
import java.net.URI;
import java.sql.SQLException;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.catalina.connector.ClientAbortException;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.core.NestedExceptionUtils;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.http.converter.HttpMessageNotWritableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.exc.InvalidNullException;

/** Every error as a problem detail (RFC 9457) with a stable {@code code}, a {@code remedy} and the fields concerned. */
@RestControllerAdvice
class ProblemAdvice {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    /** Class 23 of SQLSTATE (ISO 9075): integrity constraint violation. */
    private static final String CONSTRAINT = "23";

    /**
     * SQLSTATE of values that somebody may have typed: too long, out of range, and U+0000, which no text of PostgreSQL has (also within
     * JSON). Other data exceptions are mistakes of ours.
     */
    private static final Set<String> DATA = Set.of("22001", "22003", "22021", "22P05");

    @ExceptionHandler
    ResponseEntity<ProblemDetail> invalid(Invalid invalid) {
        Problem first = invalid.problems().get(0);
        return answer(
                HttpStatus.UNPROCESSABLE_CONTENT, first.code(), first.sentence(), first.remedy(), invalid.problems());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> refused(Refusal refusal) {
        return answer(refusal);
    }

    private static ResponseEntity<ProblemDetail> answer(Refusal refusal) {
        return answer(refusal.status(), refusal.code(), refusal.sentence(), refusal.remedy(), List.of());
    }

    @ExceptionHandler({
        HttpMessageNotReadableException.class,
        MethodArgumentTypeMismatchException.class,
        MethodArgumentNotValidException.class,
        MultipartException.class
    })
    ResponseEntity<ProblemDetail> unreadable(Exception e) {
        // A value that knows its own rules refuses while it is read; what it says is what the person needs.
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof Invalid invalid) {
                return invalid(invalid);
            }
            if (cause instanceof Refusal refusal) {
                return answer(refusal);
            }
            if (cause instanceof InvalidNullException missing) {
                return invalid(Invalid.of("field.missing", field(missing)));
            }
        }
        return answer(Refusal.of(HttpStatus.BAD_REQUEST, "request.unreadable"));
    }

    private static String field(InvalidNullException missing) {
        return missing.getPath().stream()
                .map(JacksonException.Reference::getPropertyName)
                .filter(Objects::nonNull)
                .collect(Collectors.joining("."));
    }

    /** The address has a query that is no UTF-8 (RFC 3986 section 2.5). */
    @ExceptionHandler(InvalidParameterException.class)
    ResponseEntity<ProblemDetail> unreadableAddress(InvalidParameterException e) {
        return answer(EarlyRefusals.UNREADABLE);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> tooLarge(MaxUploadSizeExceededException e) {
        return answer(Refusal.of(HttpStatus.CONTENT_TOO_LARGE, "request.large"));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> changedMeanwhile(ConcurrencyFailureException e) {
        return answer(Refusal.of(HttpStatus.CONFLICT, "changed-meanwhile"));
    }

    /** Spring's exception says more than its name: a statement of ours that the driver cannot send is no clash of what somebody typed. */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> clash(DataIntegrityViolationException e) {
        String state = NestedExceptionUtils.getMostSpecificCause(e) instanceof SQLException sql
                ? String.valueOf(sql.getSQLState())
                : "";
        if (state.startsWith(CONSTRAINT)) {
            LOG.debug("a constraint", e);
            return answer(Refusal.of(HttpStatus.CONFLICT, "clash"));
        }
        if (DATA.contains(state)) {
            LOG.debug("data", e);
            return answer(Refusal.of(HttpStatus.UNPROCESSABLE_CONTENT, "field.invalid"));
        }
        return unexpected(e);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> denied(AccessDeniedException e) {
        return answer(EarlyRefusals.FORBIDDEN);
    }

    /** The browser has gone; there is nobody to answer. */
    @ExceptionHandler({AsyncRequestNotUsableException.class, ClientAbortException.class})
    void gone(IOException e) {
        LOG.debug("the browser left", e);
    }

    /** Most are browsers that left while they were answered. */
    @ExceptionHandler
    @Nullable
    ResponseEntity<ProblemDetail> unwritable(HttpMessageNotWritableException e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof IOException && !(cause instanceof JacksonException)) {
                LOG.debug("the browser left", e);
                return null;
            }
        }
        return unexpected(e);
    }

    /** The database does not answer, or has no room or connection left; nothing that was confirmed is in danger. */
    @ExceptionHandler({DataAccessException.class, TransactionException.class, PersistenceException.class})
    ResponseEntity<ProblemDetail> store(Exception e) {
        return DatabaseTrouble.isAway(e) ? answer(DatabaseOutageFilter.REFUSAL) : unexpected(e);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unexpected(Exception e) {
        if (e instanceof ErrorResponse response) {
            HttpStatus status = HttpStatus.valueOf(response.getStatusCode().value());
            return answer(EarlyRefusals.of(status));
        }
        LOG.error("unexpected", e);
        return answer(Refusal.of(HttpStatus.INTERNAL_SERVER_ERROR, "unexpected"));
    }

    private static ResponseEntity<ProblemDetail> answer(
            HttpStatus status, String code, Message sentence, Message remedy, List<Problem> problems) {
        Locale language = LocaleContextHolder.getLocale();
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, sentence.in(language));
        detail.setType(URI.create("urn:inky-courier:problem:" + code));
        detail.setTitle(sentence.in(language));
        detail.setProperty("code", code);
        detail.setProperty("remedy", remedy.in(language));
        detail.setProperty("problems", problems);
        return ResponseEntity.status(status).body(detail);
    }
}
