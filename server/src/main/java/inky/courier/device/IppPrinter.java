package inky.courier.device;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.Finishing;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.print.PrintCause;
import inky.courier.core.print.PrintOffer;
import inky.courier.device.IppSettings.Door;
import jakarta.annotation.Nullable;
import java.net.http.HttpRequest;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import kotlin.ranges.IntRange;
import org.springframework.stereotype.Component;

/** Printing by Print-Job and Get-Jobs: RFC 8011 sections 4.2.1 and 4.2.6. */
@Component
class IppPrinter implements DevicePrinter {
    /** RFC 8011 section B.1. */
    private static final int FIRST_ERROR = 0x0400;

    /** A large document over a slow line, before the device has it all. */
    private static final Duration PRINT = Duration.ofMinutes(10);

    private final IppClient client;

    IppPrinter(IppClient client) {
        this.client = client;
    }

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.IPP;
    }

    @Override
    public PrintAnswer print(DeviceAddress device, PrintOrder order) throws DeviceTrouble {
        return print(device, usual(device), order);
    }

    private static Door usual(DeviceAddress device) {
        return new Door(device.httpPrintUri(), device.printUri());
    }

    PrintAnswer print(DeviceAddress device, Door door, PrintOrder order) throws DeviceTrouble {
        IppPacket.Builder request = IppPacket.printJob(door.printer());
        var head = request.getOperationAttributes();
        head.put(Types.requestingUserName, "Inky Courier");
        head.put(Types.jobName, order.name());
        head.put(Types.documentFormat, order.mediaType());
        ask(request, order.settings());
        HttpRequest.BodyPublisher document = HttpRequest.BodyPublishers.fromPublisher(
                HttpRequest.BodyPublishers.ofInputStream(order.content()), order.bytes());
        IppPacket answer =
                client.tell(device, door.http(), request, document, PRINT).packet();
        AttributeGroup group = answer.get(Tag.operationAttributes);
        String words = group == null ? null : group.getString(Types.statusMessage);
        Status status = answer.getStatus();
        return new PrintAnswer(
                status.getCode() < FIRST_ERROR
                        ? Optional.empty()
                        : Optional.of(PrintCause.ofIpp(
                                status.getCode(), !order.settings().asksNothing())),
                words == null ? status.getName() : words);
    }

    /** It prints so, or not at all (RFC 8011 section 4.2.1.1, {@code ipp-attribute-fidelity}). */
    private static void ask(IppPacket.Builder request, PrintSettings wanted) {
        if (wanted.asksNothing()) {
            return;
        }
        request.getOperationAttributes().put(Types.ippAttributeFidelity, true);
        MutableAttributeGroup job = request.getJobAttributes();
        if (wanted.copies() > 1) {
            job.put(Types.copies, wanted.copies());
        }
        wanted.sides().keyword().ifPresent(sides -> job.put(Types.sides, sides));
        wanted.colour().keyword().ifPresent(colour -> job.put(Types.printColorMode, colour));
        if (wanted.staple()) {
            job.put(Types.finishings, List.of(Finishing.staple));
        }
    }

    @Override
    public PrintOffer offer(DeviceAddress device) throws DeviceTrouble {
        return offer(device, usual(device));
    }

    PrintOffer offer(DeviceAddress device, Door door) throws DeviceTrouble {
        IppPacket answer = client.ask(
                        device, door.http(), IppPacket.getPrinterAttributes(door.printer()), DeviceHttp.ANSWER)
                .packet();
        AttributeGroup group =
                Optional.ofNullable(answer.get(Tag.printerAttributes)).orElseThrow(IppClient::notIpp);
        IntRange copies = group.getValue(Types.copiesSupported);
        return new PrintOffer(
                Optional.ofNullable(copies).map(IntRange::getLast),
                told(group.getStrings(Types.sidesSupported)),
                told(group.getStrings(Types.printColorModeSupported)),
                group.getValues(Types.finishingsSupported).isEmpty()
                        ? Optional.empty()
                        : Optional.of(group.getValues(Types.finishingsSupported).contains(Finishing.staple)));
    }

    private static Optional<Set<String>> told(List<String> keywords) {
        return keywords.isEmpty() ? Optional.empty() : Optional.of(Set.copyOf(keywords));
    }

    @Override
    public PrintState printState(DeviceAddress device, String name) throws DeviceTrouble {
        // A document that is printed again has the same name; the last one counts.
        int last = 0;
        PrintState state = PrintState.UNKNOWN;
        for (String which : List.of("not-completed", "completed")) {
            IppPacket.Builder request =
                    IppPacket.getJobs(device.printUri(), Types.jobId, Types.jobName, Types.jobState);
            request.getOperationAttributes().put(Types.whichJobs, which);
            IppPacket answer =
                    client.tell(device, device.httpPrintUri(), request).packet();
            for (AttributeGroup group : answer.getAttributeGroups()) {
                Integer id = group.getTag().equals(Tag.jobAttributes) ? group.getValue(Types.jobId) : null;
                if (id != null && id > last && name.equals(group.getString(Types.jobName))) {
                    last = id;
                    state = stateOf(group.getValue(Types.jobState));
                }
            }
        }
        return state;
    }

    /** RFC 8011 section 5.3.7: 7 canceled, 8 aborted, 9 completed; below that it is still to come. */
    private static PrintState stateOf(@Nullable JobState state) {
        if (state == null || state.getCode() < JobState.canceled.getCode()) {
            return PrintState.UNDER_WAY;
        }
        return state.getCode() == JobState.completed.getCode() ? PrintState.PRINTED : PrintState.NOT_PRINTED;
    }
}
