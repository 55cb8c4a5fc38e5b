package inky.courier.device;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.BooleanType;
import com.hp.jipp.encoding.IntType;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.Resolution;
import com.hp.jipp.encoding.ResolutionUnit;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.encoding.UriType;
import com.hp.jipp.model.InputAttributes;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import inky.courier.connection.Bounded;
import inky.courier.connection.Deadline;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.message.Message;
import inky.courier.core.profile.ScanProfile;
import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** IPP: RFC 8010 and RFC 8011; scanning by Create-Job and Get-Next-Document-Data, PWG 5100.17. */
@Component
class IppDeviceLink implements DeviceLink {
    private static final String NOT_IPP = "device.not-ipp";
    private static final String REFUSED = "device.refused";

    private static final Duration CONNECT = Duration.ofSeconds(3);
    private static final Duration ANSWER = Duration.ofSeconds(6);

    /** A thick sheet on a slow scanner at 600 dpi; common practice, no source. */
    private static final Duration PAGE = Duration.ofMinutes(2);

    /** A large document over a slow line, before the device has it all. */
    private static final Duration PRINT = Duration.ofMinutes(10);

    /** No scanner's page in JPEG is larger; bounds what a broken device can make us hold. */
    private static final int MAX_PAGE_BYTES = 96 * 1024 * 1024;

    /** No device has more to say of itself. */
    private static final int MAX_ATTRIBUTE_BYTES = 2 * 1024 * 1024;

    private static final IntType FEEDER_CAPACITY = new IntType("feeder-capacity");
    private static final IntType PANEL_PLACES = new IntType("panel-places");
    private static final BooleanType CARD_READER = new BooleanType("card-reader");
    private static final BooleanType USB_PORT = new BooleanType("usb-port");
    private static final BooleanType SHELF = new BooleanType("shelf");
    private static final UriType STORAGE_URI = new UriType("storage-uri");
    private static final UriType STAND_IN_URI = new UriType("stand-in-uri");
    private static final IntType FEEDER_SHEETS = new IntType("stand-in-feeder-sheets");

    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(CONNECT)
            .version(HttpClient.Version.HTTP_1_1)
            .build();
    private final AtomicInteger requestIds = new AtomicInteger();

    private record Answer(IppPacket packet, byte[] data) {}

    @Override
    public Report look(DeviceAddress device) throws DeviceTrouble {
        AttributeGroup group = description(device);
        List<String> sources = group.getStrings(Types.inputSourceSupported);
        TreeSet<Integer> resolutions = new TreeSet<>();
        for (Resolution resolution : group.getValues(Types.inputResolutionSupported)) {
            resolutions.add(resolution.getCrossFeedResolution());
        }
        String model = group.getString(Types.printerMakeAndModel);
        DeviceAbilities abilities = new DeviceAbilities(
                model == null ? "Unnamed model" : model,
                sources.contains("adf"),
                sources.contains("platen"),
                number(group, FEEDER_CAPACITY),
                group.getStrings(Types.inputColorModeSupported),
                group.getStrings(Types.inputSidesSupported),
                List.copyOf(resolutions),
                group.getStrings(sources.isEmpty() ? Types.mediaSupported : Types.inputMediaSupported),
                number(group, PANEL_PLACES),
                Boolean.TRUE.equals(group.getValue(CARD_READER)),
                Boolean.TRUE.equals(group.getValue(USB_PORT)),
                Boolean.TRUE.equals(group.getValue(SHELF)),
                group.getValues(Types.operationsSupported).stream().anyMatch(Operation.printJob::equals));
        return new Report(
                abilities,
                conditionOf(group, abilities.scans()),
                ownDoor(device, group.getValue(STAND_IN_URI)),
                ownDoor(device, group.getValue(STORAGE_URI)),
                number(group, FEEDER_SHEETS));
    }

    /** As its scanner has it, or, where it has none, its printer. */
    private AttributeGroup description(DeviceAddress device) throws DeviceTrouble {
        Optional<AttributeGroup> scanner = Optional.empty();
        try {
            scanner = description(device.httpUri(), IppPacket.getPrinterAttributes(device.ippUri()))
                    .filter(group ->
                            !group.getStrings(Types.inputSourceSupported).isEmpty());
        } catch (DeviceTrouble e) {
            if (!e.code().equals(NOT_IPP) && !e.code().equals(REFUSED)) {
                throw e;
            }
        }
        if (scanner.isPresent()) {
            return scanner.get();
        }
        return description(device.httpPrintUri(), IppPacket.getPrinterAttributes(device.printUri()))
                .filter(group -> group.getValues(Types.operationsSupported).contains(Operation.printJob))
                .orElseThrow(IppDeviceLink::notIpp);
    }

    private Optional<AttributeGroup> description(URI door, IppPacket.Builder request) throws DeviceTrouble {
        return Optional.ofNullable(ask(door, request, ANSWER).packet.get(Tag.printerAttributes));
    }

    /** Only doors of the device itself are used: an address elsewhere would make Courier call strangers. */
    private static Optional<String> ownDoor(DeviceAddress device, URI announced) {
        return Optional.ofNullable(announced)
                .filter(uri -> device.host().equals(uri.getHost()) && "http".equals(uri.getScheme()))
                .map(URI::toString);
    }

    @Override
    public PrintAnswer print(DeviceAddress device, PrintOrder order) throws DeviceTrouble {
        IppPacket.Builder request = IppPacket.printJob(device.printUri());
        var head = request.getOperationAttributes();
        head.put(Types.requestingUserName, "Inky Courier");
        head.put(Types.jobName, order.name());
        head.put(Types.documentFormat, order.mediaType());
        request.setRequestId(requestIds.incrementAndGet());
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            request.build().write(bytes);
            HttpRequest.BodyPublisher document = HttpRequest.BodyPublishers.concat(
                    HttpRequest.BodyPublishers.ofByteArray(bytes.toByteArray()),
                    HttpRequest.BodyPublishers.fromPublisher(
                            HttpRequest.BodyPublishers.ofInputStream(order.content()), order.bytes()));
            IppPacket answer = send(device.httpPrintUri(), document, PRINT).packet;
            AttributeGroup group = answer.get(Tag.operationAttributes);
            String words = group == null ? null : group.getString(Types.statusMessage);
            Status status = answer.getStatus();
            return new PrintAnswer(status.getCode(), words == null ? status.getName() : words);
        } catch (IOException e) {
            throw lineBroke();
        }
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
            request.setRequestId(requestIds.incrementAndGet());
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            try {
                request.build().write(bytes);
                IppPacket answer = send(
                                device.httpPrintUri(),
                                HttpRequest.BodyPublishers.ofByteArray(bytes.toByteArray()),
                                ANSWER)
                        .packet;
                for (AttributeGroup group : answer.getAttributeGroups()) {
                    Integer id = group.getTag().equals(Tag.jobAttributes) ? group.getValue(Types.jobId) : null;
                    if (id != null && id > last && name.equals(group.getString(Types.jobName))) {
                        last = id;
                        state = stateOf(group.getValue(Types.jobState));
                    }
                }
            } catch (IOException e) {
                throw lineBroke();
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

    @Override
    public Scan begin(DeviceAddress device, ScanProfile profile) throws DeviceTrouble {
        IppPacket.Builder request = IppPacket.createJob(device.ippUri());
        request.getOperationAttributes().put(Types.requestingUserName, "Inky Courier");
        int dpi = profile.resolution().dpi();
        InputAttributes input = new InputAttributes();
        input.setInputSource("adf");
        input.setInputColorMode(profile.colour().ippKeyword());
        input.setInputSides(profile.sides().ippKeyword());
        input.setInputResolution(new Resolution(dpi, dpi, ResolutionUnit.dotsPerInch));
        request.getJobAttributes().put(Types.inputAttributes, input);
        AttributeGroup job = ask(device.httpUri(), request, ANSWER).packet.get(Tag.jobAttributes);
        Integer id = job == null ? null : job.getValue(Types.jobId);
        if (id == null) {
            throw unreadable();
        }
        return new IppScan(device, id);
    }

    private final class IppScan implements Scan {
        private final DeviceAddress device;
        private final int job;

        IppScan(DeviceAddress device, int job) {
            this.device = device;
            this.job = job;
        }

        @Override
        public ScannedPage next() throws DeviceTrouble {
            // The codec has no maker for this operation; its head is that of any request about a job.
            IppPacket.Builder request = IppPacket.getJobAttributes(device.ippUri(), job);
            request.setOperation(Operation.getNextDocumentData);
            request.getOperationAttributes().put(Types.documentDataWait, true);
            Answer answer = ask(device.httpUri(), request, PAGE);
            AttributeGroup group = answer.packet.get(Tag.operationAttributes);
            if (answer.data.length == 0) {
                throw unreadable();
            }
            return new ScannedPage(answer.data, Boolean.TRUE.equals(group.getValue(Types.lastDocument)));
        }

        @Override
        public void cancel() {
            try {
                ask(device.httpUri(), IppPacket.cancelJob(device.ippUri(), job), ANSWER);
            } catch (DeviceTrouble e) {
                // A device that is gone has stopped scanning as well.
            }
        }
    }

    @Override
    public List<SampleStack> sampleStacks(String standInUri) throws DeviceTrouble {
        HttpRequest request = HttpRequest.newBuilder(URI.create(standInUri + "stacks"))
                .timeout(ANSWER)
                .build();
        return Json.read(plain(request), new TypeReference<List<SampleStack>>() {});
    }

    @Override
    public void putSampleStack(String standInUri, String name) throws DeviceTrouble {
        if (!name.matches("[A-Z_]{1,40}")) {
            throw DeviceTrouble.of("stand-in.stack");
        }
        plain(HttpRequest.newBuilder(URI.create(standInUri + "stacks/" + name))
                .timeout(ANSWER)
                .POST(HttpRequest.BodyPublishers.noBody())
                .build());
    }

    private String plain(HttpRequest request) throws DeviceTrouble {
        try {
            HttpResponse<InputStream> response = http.send(request, HttpResponse.BodyHandlers.ofInputStream());
            try (var ignored = Deadline.of(ANSWER, response.body());
                    InputStream in = new Bounded(response.body(), MAX_ATTRIBUTE_BYTES)) {
                if (response.statusCode() >= 300) {
                    throw unreadable();
                }
                return new String(in.readAllBytes(), StandardCharsets.UTF_8);
            }
        } catch (IOException e) {
            throw unreachable();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw unreachable();
        }
    }

    private Answer ask(URI door, IppPacket.Builder builder, Duration patience) throws DeviceTrouble {
        builder.setRequestId(requestIds.incrementAndGet());
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            builder.build().write(bytes);
            Answer answer = send(door, HttpRequest.BodyPublishers.ofByteArray(bytes.toByteArray()), patience);
            checkStatus(answer.packet);
            return answer;
        } catch (IOException e) {
            throw lineBroke();
        }
    }

    private static DeviceTrouble lineBroke() {
        return DeviceTrouble.of("device.line");
    }

    private Answer send(URI address, HttpRequest.BodyPublisher body, Duration patience) throws DeviceTrouble {
        try {
            HttpRequest request = HttpRequest.newBuilder(address)
                    .header("Content-Type", "application/ipp")
                    .timeout(patience)
                    .POST(body)
                    .build();
            HttpResponse<InputStream> response = http.send(request, HttpResponse.BodyHandlers.ofInputStream());
            Bounded said = new Bounded(response.body(), MAX_ATTRIBUTE_BYTES);
            // The time of a request ends with the head of its answer; the rest has as much again.
            // One stream for both: the codec reads ahead, so what follows the packet is only to be had from it.
            try (var ignored = Deadline.of(patience, response.body());
                    IppInputStream in = new IppInputStream(said)) {
                if (response.statusCode() != 200) {
                    throw notIpp();
                }
                IppPacket packet = in.readPacket();
                said.allow(MAX_PAGE_BYTES);
                byte[] data = in.readNBytes(MAX_PAGE_BYTES + 1);
                if (data.length > MAX_PAGE_BYTES) {
                    throw unreadable();
                }
                return new Answer(packet, data);
            }
        } catch (ConnectException | HttpConnectTimeoutException e) {
            throw unreachable();
        } catch (IOException e) {
            throw lineBroke();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw unreachable();
        } catch (IllegalArgumentException | IllegalStateException e) {
            throw notIpp();
        }
    }

    /** Status codes: RFC 8011 section B.1; below 0x0400 is success. */
    private static void checkStatus(IppPacket packet) throws DeviceTrouble {
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

    private static DeviceCondition conditionOf(AttributeGroup group, boolean scans) {
        var state = group.getValue(Types.printerState);
        return DeviceCondition.of(
                state == null ? 3 : state.getCode(), group.getStrings(Types.printerStateReasons), scans);
    }

    private static int number(AttributeGroup group, IntType type) {
        Integer value = group.getValue(type);
        return value == null ? 0 : value;
    }

    private static DeviceTrouble unreachable() {
        return DeviceTrouble.of("device.unreachable");
    }

    private static DeviceTrouble notIpp() {
        return DeviceTrouble.of("device.not-ipp");
    }

    private static DeviceTrouble unreadable() {
        return DeviceTrouble.of("device.unreadable");
    }
}
