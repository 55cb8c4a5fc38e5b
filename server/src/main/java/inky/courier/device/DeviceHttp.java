package inky.courier.device;

import inky.courier.connection.Bounded;
import inky.courier.connection.Deadline;
import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** HTTP to devices, bounded in size and time; what goes wrong on the way is told the same whatever is spoken over it. */
@Component
public class DeviceHttp {
    /** What a device is waited for that has nothing to do but to answer. */
    public static final Duration ANSWER = Duration.ofSeconds(6);

    /** A thick sheet on a slow scanner at 600 dpi; common practice, no source. */
    public static final Duration PAGE = Duration.ofMinutes(2);

    /** No scanner's page in JPEG is larger; bounds what a broken device can make us hold. */
    public static final int MOST_PAGE_BYTES = 96 * 1024 * 1024;

    /** No device has more to say of itself. */
    public static final int MOST_WORDS_BYTES = 2 * 1024 * 1024;

    private static final Duration CONNECT = Duration.ofSeconds(3);

    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(CONNECT)
            .version(HttpClient.Version.HTTP_1_1)
            .build();

    /** What is made of an answer while it comes in. */
    public interface Reading<T> {
        /** @param body of which no more than {@link #MOST_WORDS_BYTES} may be read before more is allowed */
        T read(HttpResponse<InputStream> answer, Bounded body) throws IOException, DeviceTrouble;
    }

    /** @throws DeviceTrouble also for what the reading takes as broken */
    public <T> T ask(HttpRequest.Builder request, Duration patience, Reading<T> reading) throws DeviceTrouble {
        try {
            HttpResponse<InputStream> answer =
                    http.send(request.timeout(patience).build(), HttpResponse.BodyHandlers.ofInputStream());
            // The time of a request ends with the head of its answer; the rest has as much again.
            try (var ignored = Deadline.of(patience, answer.body());
                    Bounded body = new Bounded(answer.body(), MOST_WORDS_BYTES)) {
                return reading.read(answer, body);
            }
        } catch (ConnectException | HttpConnectTimeoutException e) {
            throw DeviceTrouble.of(DeviceTrouble.UNREACHABLE);
        } catch (IOException e) {
            throw DeviceTrouble.of("device.line");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw DeviceTrouble.of(DeviceTrouble.UNREACHABLE);
        }
    }

    /** The rest of an answer, where it is a page. */
    public static byte[] page(Bounded body) throws IOException, DeviceTrouble {
        body.allow(MOST_PAGE_BYTES);
        byte[] page = body.readNBytes(MOST_PAGE_BYTES + 1);
        if (page.length == 0 || page.length > MOST_PAGE_BYTES) {
            throw DeviceTrouble.of("device.unreadable");
        }
        return page;
    }
}
