package inky.courier.print;

import inky.courier.connection.FarSideException;
import inky.courier.connection.Passage;
import inky.courier.connection.ProbeReport;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.delivery.Setback;
import inky.courier.core.print.PrintCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceLink;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceTrouble;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Prints on a device by IPP (RFC 8011 section 4.2.1), each file as a job whose name tells it again. */
@Component
class PrintConnector implements Connector {
    private final DeviceService devices;
    private final DeviceLink link;
    private final Clock clock;

    PrintConnector(DeviceService devices, DeviceLink link, Clock clock) {
        this.devices = devices;
        this.link = link;
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
        long bytes = 0;
        try {
            for (int position = 0; position < consignment.files().size(); position++) {
                Consignment.FileToSend file = consignment.files().get(position);
                String name = file.name() + " " + consignment.legId() + "." + position;
                boolean begunBefore = consignment.claimed().containsKey(position);
                if (begunBefore && link.hasPrinted(device, name)) {
                    continue;
                }
                // A device forgets its jobs after a while, so one that it does not know may have been printed.
                known &= !begunBefore;
                progress.claim("print:" + consignment.legId(), position, name);
                DeviceLink.PrintAnswer answer;
                try {
                    answer = link.print(
                            device, new DeviceLink.PrintOrder(name, file.mediaType(), file.bytes(), file.content()));
                } catch (DeviceTrouble trouble) {
                    if (!trouble.neverReached()) {
                        throw trouble;
                    }
                    progress.unclaim("print:" + consignment.legId(), name);
                    return new Outcome.NotAccepted(Setback.of(ConnectionCause.NOT_REACHED, ""));
                }
                if (!answer.taken()) {
                    progress.unclaim("print:" + consignment.legId(), name);
                    return new Outcome.NotAccepted(Setback.of(PrintCause.ofIpp(answer.status()), answer.words()));
                }
                bytes += file.bytes();
            }
        } catch (DeviceTrouble trouble) {
            return new Outcome.Unknown(
                    Setback.of(ConnectionCause.LINE_LOST, "").saying(trouble.getMessage()), List.of());
        }
        progress.handingOver();
        return new Outcome.Accepted("", "on paper", bytes, known, List.of());
    }

    @Override
    public ProbeReport ask(UUID routeId) {
        Passage passage = new Passage(Optional.empty());
        Optional<Setback> setback = Optional.empty();
        try {
            passage.does(TransferStep.REACHED, () -> {
                try {
                    passage.said(
                            link.look(devices.addressOf(routeId)).condition().sentence());
                } catch (DeviceTrouble trouble) {
                    throw new FarSideException(
                            Setback.of(ConnectionCause.NOT_REACHED, "").saying(trouble.getMessage()));
                }
            });
        } catch (FarSideException e) {
            setback = Optional.of(e.setback());
        }
        return passage.report(
                clock.instant(), new TransferStep[] {TransferStep.REACHED}, setback, "The device answers.");
    }
}
