package inky.courier.demo;

import inky.courier.connection.Bounded;
import inky.courier.connection.Deadline;
import inky.courier.core.message.Message;
import inky.courier.core.profile.PaperSource;
import inky.courier.device.DeviceService;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Sample paper for stand-in devices, by a door that only those have. */
@Component
class SampleFeeder {
    private static final Duration ANSWER = Duration.ofSeconds(6);
    private static final int MOST_BYTES = 256 * 1024;

    private final DeviceService devices;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();

    SampleFeeder(DeviceService devices) {
        this.devices = devices;
    }

    /** A stack that can be put into the feeder. */
    record SampleStack(String name, String title, String description, int sheets) {}

    /** None for a real device. */
    List<SampleStack> stacks(UUID device) {
        return devices.standInDoor(device)
                .map(door -> Json.read(
                        ask(HttpRequest.newBuilder(URI.create(door + "stacks"))),
                        new TypeReference<List<SampleStack>>() {}))
                .orElseGet(List::of);
    }

    /** @param to where the paper is put; of a stack, the glass has room for the first sheet */
    void put(UUID device, PaperSource to, String name) {
        String door = devices.standInDoor(device).orElseThrow(() -> Refusal.of(HttpStatus.CONFLICT, "device.real"));
        if (!name.matches("[A-Z_]{1,40}")) {
            throw refusal("stand-in.stack");
        }
        ask(HttpRequest.newBuilder(URI.create(door + (to == PaperSource.GLASS ? "glass/" : "stacks/") + name))
                .POST(HttpRequest.BodyPublishers.noBody()));
    }

    private String ask(HttpRequest.Builder request) {
        try {
            HttpResponse<InputStream> response =
                    http.send(request.timeout(ANSWER).build(), HttpResponse.BodyHandlers.ofInputStream());
            try (var ignored = Deadline.of(ANSWER, response.body());
                    InputStream in = new Bounded(response.body(), MOST_BYTES)) {
                if (response.statusCode() >= 300) {
                    throw refusal("device.unreadable");
                }
                return new String(in.readAllBytes(), StandardCharsets.UTF_8);
            }
        } catch (IOException e) {
            throw refusal("device.unreachable");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw refusal("device.unreachable");
        }
    }

    private static Refusal refusal(String code) {
        Message sentence = Message.of("trouble." + code);
        return new Refusal(HttpStatus.BAD_GATEWAY, code, sentence, Message.of("trouble." + code + ".remedy"));
    }
}
