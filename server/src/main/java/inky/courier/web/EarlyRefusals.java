package inky.courier.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.web.firewall.RequestRejectedHandler;

/** What is refused before any controller sees it, by a filter or by the server itself, is told in the same form. */
@Configuration
class EarlyRefusals {
    static final Refusal SIGNED_OUT =
            new Refusal(HttpStatus.UNAUTHORIZED, "signed-out", "You are signed out.", "Sign in again.");

    static final Refusal FORBIDDEN =
            new Refusal(HttpStatus.FORBIDDEN, "forbidden", "You are not allowed to do this.", "Reload the page.");

    static final Refusal UNREADABLE = new Refusal(
            HttpStatus.BAD_REQUEST,
            "request.unreadable",
            "This address cannot be read.",
            "Check it for unusual characters.");

    /** A problem detail (RFC 9457) like those of {@link ProblemAdvice}. */
    static void write(HttpServletResponse response, Refusal refusal) throws IOException {
        response.setStatus(refusal.status().value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding(StandardCharsets.UTF_8);
        response.getWriter()
                .write(Json.write(Map.of(
                        "type",
                        "urn:inky-courier:problem:" + refusal.code(),
                        "title",
                        refusal.getMessage(),
                        "detail",
                        refusal.getMessage(),
                        "status",
                        refusal.status().value(),
                        "code",
                        refusal.code(),
                        "remedy",
                        refusal.remedy(),
                        "problems",
                        List.of())));
    }

    /** Addresses with signs that no address of ours has. */
    @Bean
    RequestRejectedHandler oddAddresses() {
        return (request, response, e) -> write(response, UNREADABLE);
    }

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> serversOwnErrors() {
        return server -> server.addContextCustomizers(context -> {
            StandardHost host = (StandardHost) context.getParent();
            host.setErrorReportValveClass(InOurForm.class.getName());
        });
    }

    /** Made by the server, by its name. */
    public static final class InOurForm extends ErrorReportValve {
        @Override
        protected void report(Request request, Response response, Throwable thrown) {
            int status = response.getStatus();
            if (status < 400 || response.isCommitted() || response.getContentWritten() > 0) {
                return;
            }
            HttpStatus known = HttpStatus.resolve(status);
            Refusal refusal = status == 400 || known == null
                    ? UNREADABLE
                    : new Refusal(known, "http-" + status, known.getReasonPhrase() + ".", "Check the address.");
            try {
                if (response.setErrorReported()) {
                    write(response, refusal);
                    response.finishResponse();
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }
}
