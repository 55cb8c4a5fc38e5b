package inky.courier.device;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.message.Message;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.stereotype.Component;

/** Requests and answers of IPP over HTTP (RFC 8010). */
@Component
class IppClient {
    static final String NOT_IPP = "device.not-ipp";
    static final String REFUSED = "device.refused";

    private final DeviceHttp http;
    private final AtomicInteger requestIds = new AtomicInteger();

    IppClient(DeviceHttp http) {
        this.http = http;
    }

    /** @param data what follows the packet: a page */
    @SuppressWarnings("ArrayRecordComponent")
    record Answer(IppPacket packet, byte[] data) {}

    /** Asks, and takes no for an error. */
    Answer ask(DeviceAddress device, URI door, IppPacket.Builder request, Duration patience) throws DeviceTrouble {
        Answer answer = send(device, door, HttpRequest.BodyPublishers.ofByteArray(bytes(request)), patience);
        checkStatus(answer.packet);
        return answer;
    }

    /** Asks, whatever the answer is. */
    Answer tell(DeviceAddress device, URI door, IppPacket.Builder request) throws DeviceTrouble {
        return send(device, door, HttpRequest.BodyPublishers.ofByteArray(bytes(request)), DeviceHttp.ANSWER);
    }

    /** The same with a document behind the request. */
    Answer tell(
            DeviceAddress device,
            URI door,
            IppPacket.Builder request,
            HttpRequest.BodyPublisher document,
            Duration patience)
            throws DeviceTrouble {
        HttpRequest.BodyPublisher head = HttpRequest.BodyPublishers.ofByteArray(bytes(request));
        return send(device, door, HttpRequest.BodyPublishers.concat(head, document), patience);
    }

    private byte[] bytes(IppPacket.Builder request) throws DeviceTrouble {
        request.setRequestId(requestIds.incrementAndGet());
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            request.build().write(bytes);
            return bytes.toByteArray();
        } catch (IOException e) {
            throw DeviceTrouble.of("device.line");
        }
    }

    private Answer send(DeviceAddress device, URI address, HttpRequest.BodyPublisher body, Duration patience)
            throws DeviceTrouble {
        HttpRequest.Builder request = HttpRequest.newBuilder(address)
                .header("Content-Type", "application/ipp")
                .POST(body);
        return http.ask(device, request, patience, (answer, said) -> {
            // One stream for both: the codec reads ahead, so what follows the packet is only to be had from it.
            try (IppInputStream in = new IppInputStream(said)) {
                if (answer.statusCode() != 200) {
                    throw notIpp();
                }
                IppPacket packet = in.readPacket();
                said.allow(DeviceHttp.MOST_PAGE_BYTES);
                byte[] data = in.readNBytes(DeviceHttp.MOST_PAGE_BYTES + 1);
                if (data.length > DeviceHttp.MOST_PAGE_BYTES) {
                    throw unreadable();
                }
                return new Answer(packet, data);
            } catch (IllegalArgumentException | IllegalStateException e) {
                throw notIpp();
            }
        });
    }

    /** Status codes: RFC 8011 section B.1; below 0x0400 is success. */
    static void checkStatus(IppPacket packet) throws DeviceTrouble {
        Status status = packet.getStatus();
        if (status.getCode() < 0x0400) {
            return;
        }
        AttributeGroup group = packet.get(Tag.operationAttributes);
        String words = group == null ? null : group.getString(Types.statusMessage);
        if (status.equals(Status.clientErrorNotPossible)) {
            throw DeviceTrouble.of("device.no-paper");
        }
        if (status.equals(Status.clientErrorAttributesOrValuesNotSupported)) {
            throw DeviceTrouble.of("device.cannot");
        }
        if (status.equals(Status.serverErrorDeviceError)) {
            DeviceCondition condition =
                    DeviceCondition.of(5, words == null ? List.of() : List.of(words.split(",\\s*")), true);
            throw new DeviceTrouble(
                    "device.stopped", condition.sentence(), Message.of("trouble.device.stopped.remedy"));
        }
        throw new DeviceTrouble(
                REFUSED,
                Message.of("trouble.device.refused").with("reason", words == null ? status.getName() : words),
                Message.of("trouble.device.refused.remedy"));
    }

    static DeviceTrouble notIpp() {
        return DeviceTrouble.of(NOT_IPP);
    }

    static DeviceTrouble unreadable() {
        return DeviceTrouble.of("device.unreadable");
    }
}
