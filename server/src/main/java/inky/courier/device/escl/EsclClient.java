package inky.courier.device.escl;

import inky.courier.connection.Bounded;
import inky.courier.core.message.Message;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceHttp;
import inky.courier.device.DeviceTrouble;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The requests of eSCL. */
@Component
class EsclClient {
    static final String NOT_ESCL = "device.not-escl";

    private static final String ROOT = "/eSCL/";

    /** Between two questions for a page that is not there yet, where a device does not make us wait by itself. */
    private static final Duration PAUSE = Duration.ofMillis(500);

    private final DeviceHttp http;

    EsclClient(DeviceHttp http) {
        this.http = http;
    }

    EsclCapabilities capabilities(DeviceAddress device) throws DeviceTrouble {
        return EsclCapabilities.of(document(device, "ScannerCapabilities"));
    }

    EsclState state(DeviceAddress device) throws DeviceTrouble {
        return EsclState.of(document(device, "ScannerStatus"));
    }

    private EsclDocument document(DeviceAddress device, String name) throws DeviceTrouble {
        return http.ask(
                device, HttpRequest.newBuilder(device.http(ROOT + name)).GET(), DeviceHttp.ANSWER, (answer, body) -> {
                    if (answer.statusCode() == 503) {
                        throw busy();
                    }
                    EsclDocument document = answer.statusCode() == 200 ? read(body) : null;
                    if (document == null || !document.name().equals(name)) {
                        throw DeviceTrouble.of(NOT_ESCL);
                    }
                    return document;
                });
    }

    private static EsclDocument read(Bounded body) throws DeviceTrouble {
        try {
            return EsclDocument.read(body);
        } catch (IOException e) {
            throw DeviceTrouble.of(NOT_ESCL);
        }
    }

    /** @return the path of the job; empty where the device does not take it */
    Optional<String> begin(DeviceAddress device, String settings) throws DeviceTrouble {
        HttpRequest.Builder request = HttpRequest.newBuilder(device.http(ROOT + "ScanJobs"))
                .header("Content-Type", "text/xml")
                .POST(HttpRequest.BodyPublishers.ofString(settings, StandardCharsets.UTF_8));
        return http.ask(device, request, DeviceHttp.ANSWER, (answer, body) -> {
            if (answer.statusCode() == 503) {
                throw busy();
            }
            return answer.statusCode() == 201 ? Optional.of(job(answer)) : Optional.empty();
        });
    }

    /** Only the path counts: a host elsewhere would make Courier call strangers. */
    private static String job(HttpResponse<InputStream> answer) throws DeviceTrouble {
        try {
            String path = URI.create(answer.headers().firstValue("Location").orElse(""))
                    .getRawPath();
            if (path != null && path.startsWith("/")) {
                return path.replaceAll("/+$", "");
            }
        } catch (IllegalArgumentException e) {
            // Told below.
        }
        throw DeviceTrouble.of("device.unreadable");
    }

    /** Waits for the next page. @return empty where no more will come */
    Optional<byte[]> next(DeviceAddress device, String job) throws DeviceTrouble {
        record Answered(int status, Optional<byte[]> page) {}
        long end = System.nanoTime() + DeviceHttp.PAGE.toNanos();
        while (true) {
            Answered answered = http.ask(
                    device,
                    HttpRequest.newBuilder(device.http(job + "/NextDocument")).GET(),
                    DeviceHttp.PAGE,
                    (answer, body) -> new Answered(
                            answer.statusCode(),
                            answer.statusCode() == 200 ? Optional.of(DeviceHttp.page(body)) : Optional.empty()));
            if (answered.status != 503 || System.nanoTime() > end) {
                if (answered.status >= 500) {
                    throw refused(answered.status);
                }
                // 404 is how the protocol says that there are no more; 409 and 410 that the job has ended otherwise.
                return answered.page;
            }
            pause();
        }
    }

    private static void pause() throws DeviceTrouble {
        try {
            Thread.sleep(PAUSE.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw DeviceTrouble.of("device.line");
        }
    }

    void cancel(DeviceAddress device, String job) throws DeviceTrouble {
        http.ask(
                device,
                HttpRequest.newBuilder(device.http(job)).DELETE(),
                DeviceHttp.ANSWER,
                (answer, body) -> answer.statusCode());
    }

    static DeviceTrouble busy() {
        return DeviceTrouble.of("device.busy");
    }

    private static DeviceTrouble refused(int status) {
        return new DeviceTrouble(
                "device.refused",
                Message.of("trouble.device.refused").with("reason", "HTTP " + status),
                Message.of("trouble.device.refused.remedy"));
    }
}
