package inky.courier.device;

import inky.courier.connection.Bounded;
import inky.courier.connection.Deadline;
import inky.courier.connection.ProbeReport;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.connection.DigestAccess;
import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.net.ssl.SSLException;
import org.springframework.stereotype.Component;

/**
 * HTTP to devices, bounded in size and time, encrypted and signed in as each device asks for it; what goes wrong on the way is told
 * the same whatever is spoken over it.
 */
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
    private static final int UNAUTHORIZED = 401;
    private static final int NONCE_BYTES = 16;

    private final HttpClient open = usual(HttpClient.newBuilder()).build();
    private DeviceTrust trust = new DeviceTrust(DeviceHttp::usual);

    /** How a device wanted to be signed in to last: else a long document would go there twice each time. */
    private final RecentlyUsed<DeviceAddress, SignedIn> signedIn = new RecentlyUsed<>();

    private final SecureRandom random = new SecureRandom();

    private static HttpClient.Builder usual(HttpClient.Builder client) {
        return client.connectTimeout(CONNECT).version(HttpClient.Version.HTTP_1_1);
    }

    private synchronized DeviceTrust trust(DeviceAddress device) {
        trust = trust.of(device, DeviceHttp::usual);
        return trust;
    }

    /** What is made of an answer while it comes in. */
    public interface Reading<T> {
        /** @param body of which no more than {@link #MOST_WORDS_BYTES} may be read before more is allowed */
        T read(HttpResponse<InputStream> answer, Bounded body) throws IOException, DeviceTrouble;
    }

    private interface SignedIn {
        /** The value of Authorization for a request. */
        String authorization(HttpRequest request);
    }

    /** @param challenges why it has no value: how the device wants to be signed in to */
    private record Outcome<T>(Optional<T> value, List<String> challenges) {}

    /** @throws DeviceTrouble also for what the reading takes as broken */
    public <T> T ask(DeviceAddress device, HttpRequest.Builder request, Duration patience, Reading<T> reading)
            throws DeviceTrouble {
        Outcome<T> first = once(device, request, patience, reading);
        if (first.value.isPresent()) {
            return first.value.get();
        }
        signedIn.put(device, answering(device, first.challenges));
        Outcome<T> second = once(device, request, patience, reading);
        if (second.value.isEmpty()) {
            signedIn.remove(device);
            throw DeviceTrouble.of("device.sign-in-wrong");
        }
        return second.value.get();
    }

    private SignedIn answering(DeviceAddress device, List<String> challenges) throws DeviceTrouble {
        String account = device.access().account();
        if (account.isEmpty()) {
            throw DeviceTrouble.of("device.sign-in");
        }
        Optional<DigestAccess> digest = DigestAccess.answering(challenges, account, device.password());
        if (digest.isPresent()) {
            return request -> digest.get().authorization(request.method(), target(request), nonce());
        }
        boolean basic =
                challenges.stream().anyMatch(one -> one.toLowerCase(Locale.ROOT).startsWith("basic"));
        if (!basic) {
            throw DeviceTrouble.of("device.sign-in-unknown");
        }
        if (!device.isEncrypted()) {
            // Whoever listens would have the password of the device's administrator.
            throw DeviceTrouble.of("device.sign-in-open");
        }
        String pair = account + ":" + device.password();
        String value = "Basic " + Base64.getEncoder().encodeToString(pair.getBytes(StandardCharsets.UTF_8));
        return request -> value;
    }

    private static String target(HttpRequest request) {
        String query = request.uri().getRawQuery();
        return request.uri().getRawPath() + (query == null ? "" : "?" + query);
    }

    private String nonce() {
        byte[] nonce = new byte[NONCE_BYTES];
        random.nextBytes(nonce);
        return HexFormat.of().formatHex(nonce);
    }

    private <T> Outcome<T> once(DeviceAddress device, HttpRequest.Builder asking, Duration patience, Reading<T> reading)
            throws DeviceTrouble {
        HttpRequest plain = asking.timeout(patience).build();
        HttpRequest request = signedIn.get(device)
                .map(how -> asking.copy()
                        .header("Authorization", how.authorization(plain))
                        .build())
                .orElse(plain);
        Optional<DeviceTrust> judge = device.isEncrypted() ? Optional.of(trust(device)) : Optional.empty();
        try {
            HttpResponse<InputStream> answer = judge.map(DeviceTrust::client)
                    .orElse(open)
                    .send(request, HttpResponse.BodyHandlers.ofInputStream());
            // The time of a request ends with the head of its answer; the rest has as much again.
            try (var ignored = Deadline.of(patience, answer.body());
                    Bounded body = new Bounded(answer.body(), MOST_WORDS_BYTES)) {
                return answer.statusCode() == UNAUTHORIZED
                        ? new Outcome<>(Optional.empty(), answer.headers().allValues("WWW-Authenticate"))
                        : new Outcome<>(Optional.of(reading.read(answer, body)), List.of());
            }
        } catch (ConnectException | HttpConnectTimeoutException e) {
            throw DeviceTrouble.of(DeviceTrouble.UNREACHABLE);
        } catch (SSLException e) {
            throw refused(device, judge);
        } catch (IOException e) {
            throw DeviceTrouble.of("device.line");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw DeviceTrouble.of(DeviceTrouble.UNREACHABLE);
        }
    }

    private static DeviceTrouble refused(DeviceAddress device, Optional<DeviceTrust> judge) {
        return judge.flatMap(trusted -> trusted.failure(device))
                .map(cause -> DeviceTrouble.of(
                        cause == ConnectionCause.CERTIFICATE_CHANGED
                                ? DeviceTrouble.CERTIFICATE_CHANGED
                                : DeviceTrouble.CERTIFICATE_UNKNOWN))
                .orElseGet(() -> DeviceTrouble.of("device.no-tls"));
    }

    /** What a device shows of itself, whether it is trusted or not; empty where it has shown nothing yet. */
    Optional<ProbeReport.Certificate> certificate(DeviceAddress device) {
        return device.isEncrypted() ? trust(device).certificate(device) : Optional.empty();
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
