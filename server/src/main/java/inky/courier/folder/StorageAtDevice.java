package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.connection.ProbeReport;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.StorageRoute;
import inky.courier.destination.Visitor;
import inky.courier.device.DeviceService;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** The stick and the shelf of the device that scans, which the device hands out as WebDAV folders. */
@Component
class StorageAtDevice implements AccessSource {
    static final String STICK = "usb";
    private static final String SHELF = "shelf";

    private final DeviceService devices;
    private final FolderAccounts accounts;
    private final Clock clock;

    StorageAtDevice(DeviceService devices, FolderAccounts accounts, Clock clock) {
        this.devices = devices;
        this.accounts = accounts;
        this.clock = clock;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.USB, DestinationKind.SHELF);
    }

    @Override
    public FolderAccess accessFor(Visitor visitor) throws FarSideException {
        FolderAccess wanted = accounts.access(visitor.destinationId())
                .orElseThrow(() -> new FarSideException(TransferCause.FOLDER_NOT_FOUND, "the destination was deleted"));
        String address = devices.storageOf(visitor.deviceId(), wanted.kind() == DestinationKind.USB ? STICK : SHELF)
                .orElseThrow(() -> new FarSideException(TransferCause.NO_STORAGE, ""));
        return wanted.with(wanted.settings().at(address), "");
    }

    /** A stick that is not there has no folder. */
    @Override
    public Setback refused(Visitor visitor, Setback setback) {
        boolean stick = accounts.access(visitor.destinationId())
                .filter(access -> access.kind() == DestinationKind.USB)
                .isPresent();
        boolean missing = setback.cause().equals(TransferCause.FOLDER_NOT_FOUND.name());
        return stick && missing ? Setback.of(TransferCause.NO_STICK, setback.reply()) : setback;
    }

    /** The device as such: whether its storage answers. */
    @Override
    public Optional<ProbeReport> ask(UUID routeId) {
        Optional<UUID> device = devices.list().stream()
                .map(DeviceService.DeviceView::id)
                .filter(id -> StorageRoute.of(id).equals(routeId))
                .findFirst();
        return device.flatMap(id -> devices.storageOf(id, SHELF)).map(address -> {
            ConnectionTrace trace = new ConnectionTrace(Optional.empty());
            Optional<Setback> setback = Optional.empty();
            try {
                WebAddress.of(address).reach(trace, clock.instant());
            } catch (FarSideException e) {
                setback = Optional.of(e.setback());
            }
            return trace.report(
                    clock.instant(),
                    new TransferStep[] {TransferStep.NAME, TransferStep.REACHED},
                    setback,
                    Message.of("probe.device-answers"));
        });
    }
}
