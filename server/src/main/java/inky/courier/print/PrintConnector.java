package inky.courier.print;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.connection.ProbeReport;
import inky.courier.core.Problem;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationSettings;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.message.Message;
import inky.courier.core.print.PrintCause;
import inky.courier.core.print.PrintWish;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceLinks;
import inky.courier.device.DevicePrinter;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceTrouble;
import inky.courier.web.Refusal;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Prints on a device by IPP (RFC 8011 section 4.2.1), each file as a job whose name tells it again. */
@Component
class PrintConnector implements Connector {
    private static final int MOST_OCTETS = 255;
    private static final int LOOKS = 60;
    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(1);

    private final DeviceService devices;
    private final DeviceLinks links;
    private final FolderAccounts accounts;
    private final Clock clock;

    PrintConnector(DeviceService devices, DeviceLinks links, FolderAccounts accounts, Clock clock) {
        this.accounts = accounts;
        this.devices = devices;
        this.links = links;
        this.clock = clock;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.PRINTER);
    }

    @Override
    public Optional<Route> route(UUID id) {
        return devices.nameOf(id).map(name -> new Route(id, name));
    }

    /** Paper of two jobs at once would lie mixed in the tray. */
    @Override
    public int atOnce(UUID routeId) {
        return 1;
    }

    @Override
    public Outcome deliver(Consignment consignment, Progress progress) {
        DeviceAddress device;
        try {
            device = devices.addressOf(consignment.routeId());
        } catch (Refusal gone) {
            return new Outcome.NotAccepted(Setback.of(ConnectionCause.NAME_NOT_FOUND, "the device was deleted"));
        }
        boolean known = true;
        boolean queued = false;
        long bytes = 0;
        try {
            for (int position = 0; position < consignment.files().size(); position++) {
                Consignment.FileToSend file = consignment.files().get(position);
                String name = jobName(file.name(), consignment.legId() + "." + position);
                DevicePrinter.PrintState before = consignment.claimed().containsKey(position)
                        ? links.printer(device).printState(device, name)
                        : DevicePrinter.PrintState.NOT_PRINTED;
                if (before == DevicePrinter.PrintState.UNKNOWN || before == DevicePrinter.PrintState.NOT_PRINTED) {
                    // A device forgets its jobs after a while, so one that it does not know may have been printed.
                    known &= before != DevicePrinter.PrintState.UNKNOWN;
                    Optional<Outcome> refused = print(device, consignment, position, file, name, progress);
                    if (refused.isPresent()) {
                        return refused.get();
                    }
                }
                DevicePrinter.PrintState after = follow(device, name);
                if (after == DevicePrinter.PrintState.NOT_PRINTED) {
                    progress.unclaim("print:" + consignment.legId(), name);
                    return new Outcome.NotAccepted(Setback.of(PrintCause.GIVEN_UP, ""));
                }
                queued |= after != DevicePrinter.PrintState.PRINTED;
                bytes += file.bytes();
            }
        } catch (DeviceTrouble trouble) {
            return new Outcome.Unknown(Setback.of(ConnectionCause.LINE_LOST, "").saying(trouble.sentence()), List.of());
        }
        progress.handingOver();
        return new Outcome.Accepted(
                "", Message.of(queued ? "delivery.in-queue" : "delivery.on-paper"), bytes, known, List.of());
    }

    /** @return why the device has not taken it */
    private Optional<Outcome> print(
            DeviceAddress device,
            Consignment consignment,
            int position,
            Consignment.FileToSend file,
            String name,
            Progress progress)
            throws DeviceTrouble {
        String claim = "print:" + consignment.legId();
        progress.claim(claim, position, name);
        try {
            DevicePrinter.PrintAnswer answer = links.printer(device)
                    .print(
                            device,
                            new DevicePrinter.PrintOrder(
                                    name,
                                    file.mediaType(),
                                    file.bytes(),
                                    file.content(),
                                    wish(consignment).within(file.pages())));
            answer.refusal().ifPresent(cause -> progress.unclaim(claim, name));
            return answer.refusal().map(cause -> new Outcome.NotAccepted(Setback.of(cause, answer.words())));
        } catch (DeviceTrouble trouble) {
            if (!trouble.neverReached()) {
                throw trouble;
            }
            progress.unclaim(claim, name);
            return Optional.of(new Outcome.NotAccepted(Setback.of(ConnectionCause.NOT_REACHED, "")));
        }
    }

    private PrintWish wish(Consignment consignment) {
        return consignment
                .print()
                .orElseGet(() -> PrintWish.of(accounts.settings(consignment.destinationId(), PrintSettings.class)
                        .orElse(PrintSettings.USUAL)));
    }

    @Override
    public List<Problem> lacks(UUID routeId, DestinationSettings settings) {
        if (!(settings instanceof PrintSettings wanted) || wanted.asksNothing()) {
            return List.of();
        }
        try {
            DeviceAddress device = devices.addressOf(routeId);
            return links.printer(device)
                    .offer(device)
                    .lacks(wanted, devices.nameOf(routeId).orElse(""));
        } catch (DeviceTrouble | Refusal e) {
            // It says so itself when it is to print.
            return List.of();
        }
    }

    /** Taken is not printed: a device may give a job up later. What takes longer than this stands in its queue. */
    private DevicePrinter.PrintState follow(DeviceAddress device, String name) throws DeviceTrouble {
        DevicePrinter.PrintState state = links.printer(device).printState(device, name);
        for (int looks = 1; looks < LOOKS && state == DevicePrinter.PrintState.UNDER_WAY; looks++) {
            try {
                Thread.sleep(BETWEEN_LOOKS.toMillis());
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return state;
            }
            state = links.printer(device).printState(device, name);
        }
        return state;
    }

    /** A name has at most 255 octets (RFC 8011 section 5.1.3); the mark at its end tells the job again. */
    static String jobName(String file, String mark) {
        String name = file;
        while ((name + " " + mark).getBytes(StandardCharsets.UTF_8).length > MOST_OCTETS) {
            name = name.substring(0, name.offsetByCodePoints(name.length(), -1));
        }
        return name + " " + mark;
    }

    @Override
    public ProbeReport ask(UUID routeId) {
        ConnectionTrace trace = new ConnectionTrace(Optional.empty());
        Optional<Setback> setback = Optional.empty();
        try {
            trace.does(TransferStep.REACHED, () -> {
                try {
                    DeviceAddress device = devices.addressOf(routeId);
                    trace.said(links.status(device)
                            .look(device)
                            .condition()
                            .sentence()
                            .toString());
                } catch (DeviceTrouble trouble) {
                    throw new FarSideException(
                            Setback.of(ConnectionCause.NOT_REACHED, "").saying(trouble.sentence()));
                }
            });
        } catch (FarSideException e) {
            setback = Optional.of(e.setback());
        }
        return trace.report(
                clock.instant(),
                new TransferStep[] {TransferStep.REACHED},
                setback,
                Message.of("probe.device-answers"));
    }
}
