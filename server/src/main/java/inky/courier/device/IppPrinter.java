package inky.courier.device;

import com.hp.jipp.encoding.Attribute;
import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.AttributeType;
import com.hp.jipp.encoding.IntOrIntRange;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.KeywordOrName;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.Stringable;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.Finishing;
import com.hp.jipp.model.JobConstraintsSupported;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.MediaCol;
import com.hp.jipp.model.MediaColDatabase;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.destination.PrintSettings.PagesPerSide;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.print.PrintCause;
import inky.courier.core.print.PrintOffer;
import inky.courier.core.print.PrintOffer.PaperTray;
import inky.courier.core.print.PrintWish;
import inky.courier.device.IppSettings.Door;
import jakarta.annotation.Nullable;
import java.net.http.HttpRequest;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import kotlin.ranges.IntRange;
import org.springframework.stereotype.Component;

/** Printing by Print-Job and Get-Jobs: RFC 8011 sections 4.2.1 and 4.2.6. */
@Component
class IppPrinter implements DevicePrinter {
    /** RFC 8011 section B.1. */
    private static final int FIRST_ERROR = 0x0400;

    private static final int HUNDREDTHS = 100;
    private static final int MOST_NUMBERS = 99;

    /** What devices say of each: RFC 8011 section 5.2, PWG 5100.3, 5100.14 and 5100.16. */
    private static final Map<String, AttributeType<?>> SUPPORTED = Map.of(
            "sides",
            Types.sidesSupported,
            "print-color-mode",
            Types.printColorModeSupported,
            "finishings",
            Types.finishingsSupported,
            "print-scaling",
            Types.printScalingSupported,
            "number-up",
            Types.numberUpSupported,
            "page-ranges",
            Types.pageRangesSupported,
            "media-source",
            Types.mediaSourceSupported,
            PrintOffer.FORMATS,
            Types.documentFormatSupported);

    private static final Map<String, AttributeType<?>> USUAL = Map.of(
            "sides", Types.sidesDefault,
            "print-color-mode", Types.printColorModeDefault,
            "print-scaling", Types.printScalingDefault,
            "number-up", Types.numberUpDefault);

    private static final Map<String, AttributeType<?>> ASKED = Map.of(
            "sides", Types.sides,
            "print-color-mode", Types.printColorMode,
            "finishings", Types.finishings,
            "print-scaling", Types.printScaling,
            "number-up", Types.numberUp,
            "media-source", MediaColDatabase.mediaSource);

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
        ask(request, order.wish());
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
                                status.getCode(), !order.wish().asked().isEmpty())),
                words == null ? status.getName() : words);
    }

    /** It prints so, or not at all (RFC 8011 section 4.2.1.1, {@code ipp-attribute-fidelity}). */
    private static void ask(IppPacket.Builder request, PrintWish wanted) {
        if (wanted.asked().isEmpty()) {
            return;
        }
        request.getOperationAttributes().put(Types.ippAttributeFidelity, true);
        MutableAttributeGroup job = request.getJobAttributes();
        PrintSettings how = wanted.how();
        if (how.copies() > 1) {
            job.put(Types.copies, how.copies());
        }
        how.sides().keyword().ifPresent(sides -> job.put(Types.sides, sides));
        how.colour().keyword().ifPresent(colour -> job.put(Types.printColorMode, colour));
        if (how.staple()) {
            job.put(Types.finishings, List.of(Finishing.staple));
        }
        how.scaling().keyword().ifPresent(scaling -> job.put(Types.printScaling, scaling));
        if (how.perSide() != PagesPerSide.ONE) {
            job.put(Types.numberUp, how.perSide().pages());
        }
        if (!wanted.ranges().isAll()) {
            job.put(
                    Types.pageRanges,
                    wanted.ranges().ranges().stream()
                            .map(range -> new IntRange(range.first(), range.last()))
                            .toList());
        }
        if (!wanted.tray().isEmpty()) {
            MediaCol paper = new MediaCol();
            paper.setMediaSource(new KeywordOrName(wanted.tray()));
            job.put(Types.mediaCol, paper);
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
        Map<String, Set<String>> values = new HashMap<>();
        SUPPORTED.forEach((name, type) -> told(group.get(type)).ifPresent(all -> values.put(name, all)));
        Map<String, String> usual = new HashMap<>();
        USUAL.forEach((name, type) -> told(group.get(type))
                .ifPresent(all -> usual.put(name, all.iterator().next())));
        return new PrintOffer(
                Optional.ofNullable(copies).map(IntRange::getLast), values, usual, constraints(group), trays(group));
    }

    /** Two attributes or more that exclude each other: PWG 5100.13, {@code job-constraints-supported}, from memory. */
    private static List<Map<String, Set<String>>> constraints(AttributeGroup group) {
        List<Map<String, Set<String>>> all = new ArrayList<>();
        for (JobConstraintsSupported one : group.getValues(Types.jobConstraintsSupported)) {
            Map<String, Set<String>> values = new HashMap<>();
            boolean isKnown = true;
            for (Attribute<?> part : one.getExtras()) {
                AttributeType<?> type = ASKED.get(part.getName());
                isKnown &= type != null;
                if (type != null) {
                    told(one.getExtras().get(type)).ifPresent(wanted -> values.put(part.getName(), wanted));
                }
            }
            // One about anything that Courier never asks for cannot be broken by what it asks.
            if (isKnown && values.size() > 1) {
                all.add(values);
            }
        }
        return all;
    }

    /** Sources that it tells of, with the paper that lies in them. */
    private static List<PaperTray> trays(AttributeGroup group) {
        Map<String, String> sizes = new HashMap<>();
        for (MediaColDatabase paper : group.getValues(Types.mediaColReady)) {
            if (paper.getMediaSource() != null) {
                sizes.put(paper.getMediaSource().asString(), size(paper));
            }
        }
        return group.getStrings(Types.mediaSourceSupported).stream()
                .filter(source -> !source.equals("auto"))
                .map(source -> new PaperTray(source, sizes.getOrDefault(source, "")))
                .toList();
    }

    private static String size(MediaColDatabase paper) {
        if (paper.getMediaSizeName() != null) {
            return paper.getMediaSizeName().asString();
        }
        MediaColDatabase.MediaSize size = paper.getMediaSize();
        if (size == null || size.getXDimension() == null || size.getYDimension() == null) {
            return "";
        }
        // In hundredths of a millimetre: PWG 5100.7.
        return size.getXDimension().getStart() / HUNDREDTHS + " x "
                + size.getYDimension().getStart() / HUNDREDTHS + " mm";
    }

    private static <T> Optional<Set<String>> told(@Nullable Attribute<T> attribute) {
        if (attribute == null || attribute.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(attribute.stream().flatMap(IppPrinter::texts).collect(Collectors.toUnmodifiableSet()));
    }

    private static Stream<String> texts(@Nullable Object value) {
        if (value instanceof com.hp.jipp.encoding.Enum named) {
            return Stream.of(named.getName());
        }
        if (value instanceof IntOrIntRange numbers) {
            int last = Math.min(numbers.getEndInclusive(), numbers.getStart() + MOST_NUMBERS);
            return IntStream.rangeClosed(numbers.getStart(), last).mapToObj(Integer::toString);
        }
        return value instanceof Stringable text ? Stream.of(text.asString()) : Stream.of(String.valueOf(value));
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
