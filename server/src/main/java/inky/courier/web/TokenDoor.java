package inky.courier.web;

import jakarta.servlet.Filter;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.http.HttpHeaders;

/** The filter that knows programs by their tokens, at the endpoints of the set-up and at the metrics alone; the sign-in module has it. */
public interface TokenDoor extends Filter {
    /** RFC 6750, section 2.1. */
    String BEARER = "Bearer ";

    /** Where Prometheus asks. */
    String METRICS = "/actuator/prometheus";

    static boolean isFor(HttpServletRequest request) {
        String given = request.getHeader(HttpHeaders.AUTHORIZATION);
        return given != null
                && given.regionMatches(true, 0, BEARER, 0, BEARER.length())
                && (request.getRequestURI().startsWith("/api/office/")
                        || request.getRequestURI().equals(METRICS));
    }
}
