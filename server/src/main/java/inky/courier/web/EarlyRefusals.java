package inky.courier.web;

import inky.courier.core.message.Message;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.web.firewall.RequestRejectedHandler;

/** What is refused before any controller sees it, by a filter or by the server itself, is told in the same form. */
@Configuration
public class EarlyRefusals {
    static final Refusal SIGNED_OUT = Refusal.of(HttpStatus.UNAUTHORIZED, "signed-out");

    static final Refusal FORBIDDEN = Refusal.of(HttpStatus.FORBIDDEN, "forbidden");

    static final Refusal UNREADABLE = new Refusal(
            HttpStatus.BAD_REQUEST,
            "request.unreadable",
            Message.of("problem.address.unreadable"),
            Message.of("problem.address.unreadable.remedy"));

    /** What has no words but those of HTTP. */
    static Refusal of(HttpStatus status) {
        return new Refusal(
                status,
                "http-" + status.value(),
                Message.text(status.getReasonPhrase() + "."),
                Message.of("problem.http.remedy"));
    }

    /** A problem detail (RFC 9457) like those of {@link ProblemAdvice}. */
    public static void write(HttpServletResponse response, Refusal refusal) throws IOException {
        Locale language = LocaleContextHolder.getLocale();
        response.setStatus(refusal.status().value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding(StandardCharsets.UTF_8);
        response.getWriter()
                .write(Json.write(Map.of(
                        "type",
                        "urn:inky-courier:problem:" + refusal.code(),
                        "title",
                        refusal.sentence().in(language),
                        "detail",
                        refusal.sentence().in(language),
                        "status",
                        refusal.status().value(),
                        "code",
                        refusal.code(),
                        "remedy",
                        refusal.remedy().in(language),
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
            Refusal refusal = status == 400 || known == null ? UNREADABLE : of(known);
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
