package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.Deadline;
import inky.courier.connection.FarSideException;
import inky.courier.connection.KeptLines;
import inky.courier.connection.ProbeReport;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.connection.ProbeStep;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.Folders;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import inky.courier.destination.Visitor;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Carries files into folders, whatever the protocol. */
@Component
class FolderConnector implements Connector, Folders {
    private final List<FolderProtocol> protocols;
    private final FolderAccounts accounts;
    private final List<AccessSource> sources;
    private final Clock clock;
    private final KeptLines<FolderAccess.Line, Line> lines = new KeptLines<>();

    FolderConnector(List<FolderProtocol> protocols, FolderAccounts accounts, List<AccessSource> sources, Clock clock) {
        this.protocols = protocols;
        this.accounts = accounts;
        this.sources = sources;
        this.clock = clock;
    }

    @Override
    public Set<DestinationKind> kinds() {
        EnumSet<DestinationKind> kinds = EnumSet.noneOf(DestinationKind.class);
        protocols.forEach(protocol -> kinds.addAll(protocol.kinds()));
        sources.forEach(source -> kinds.addAll(source.kinds()));
        return kinds;
    }

    @Override
    public Optional<Route> route(UUID id) {
        return accounts.nameOf(id).map(name -> new Route(id, name));
    }

    @Override
    public int atOnce(UUID routeId) {
        return accounts.access(routeId)
                .map(access -> access.settings().atOnce())
                .orElse(USUAL_AT_ONCE);
    }

    @Override
    public Outcome deliver(Consignment consignment, Progress progress) {
        Visitor visitor = new Visitor(
                consignment.destinationId(),
                consignment.sender().id(),
                consignment.sender().name(),
                consignment.deviceId(),
                // Where there was none yet, the leg waits under the destination itself.
                Optional.of(consignment.routeId()).filter(route -> !route.equals(consignment.destinationId())));
        Optional<AccessSource> source = sourceOf(consignment.kind());
        try {
            FolderAccess access = accessFor(source, visitor);
            if (access.settings().mustEncrypt() && !consignment.encrypted()) {
                throw new FarSideException(TransferCause.MUST_BE_ENCRYPTED, "");
            }
            return carry(protocolOf(access.kind()), access, consignment, progress);
        } catch (FarSideException e) {
            return new Outcome.NotAccepted(
                    source.map(s -> s.refused(visitor, e.setback())).orElse(e.setback()));
        } catch (IOException e) {
            return new Outcome.NotAccepted(Setback.of(ConnectionCause.LINE_LOST, ""));
        }
    }

    /** A line that stands open, with the dialogue that led there. */
    private record Line(RemoteFolder folder, ConnectionTrace trace) implements AutoCloseable {
        @Override
        public void close() throws IOException {
            folder.close();
        }
    }

    private Outcome carry(FolderProtocol protocol, FolderAccess access, Consignment consignment, Progress progress)
            throws IOException {
        Optional<KeptLines.Kept<Line>> kept = lines.take(access.line());
        if (kept.isPresent()) {
            Upload upload = upload(protocol, access, kept.get().line(), consignment, progress);
            try {
                return carry(upload, access, kept.get());
            } catch (IOException e) {
                if (upload.handedOver() || !isLost(e)) {
                    throw e;
                }
                // The far side has ended it meanwhile, which says nothing about a new one.
            }
        }
        ConnectionTrace trace = new ConnectionTrace(protocol.trust(access));
        KeptLines.Kept<Line> fresh = KeptLines.Kept.fresh(new Line(protocol.open(access, trace), trace));
        return carry(upload(protocol, access, fresh.line(), consignment, progress), access, fresh);
    }

    private static Upload upload(
            FolderProtocol protocol, FolderAccess access, Line line, Consignment consignment, Progress progress) {
        return new Upload(line.folder, access, access.kind().names(), line.trace, consignment, progress);
    }

    private Outcome carry(Upload upload, FolderAccess access, KeptLines.Kept<Line> line) throws IOException {
        boolean well = false;
        try (var ignored = Deadline.of(upload.longest(), line.line())) {
            Outcome outcome = upload.run();
            well = true;
            return outcome;
        } finally {
            if (well) {
                lines.giveBack(access.line(), line);
            } else {
                KeptLines.end(line.line());
            }
        }
    }

    private static boolean isLost(IOException e) {
        return !(e instanceof FarSideException refused)
                || refused.setback().cause().equals(ConnectionCause.LINE_LOST.name());
    }

    @PreDestroy
    void stop() {
        lines.close();
    }

    private FolderAccess accessFor(Optional<AccessSource> source, Visitor visitor) throws FarSideException {
        return source.isPresent()
                ? source.get().accessFor(visitor)
                : accounts.access(visitor.destinationId())
                        .orElseThrow(() ->
                                new FarSideException(TransferCause.FOLDER_NOT_FOUND, "the destination was deleted"));
    }

    @Override
    public FolderAccess open(DestinationKind kind, Visitor visitor) {
        try {
            return accessFor(sourceOf(kind), visitor);
        } catch (FarSideException e) {
            throw FolderBrowser.refused(e.setback());
        }
    }

    private Optional<AccessSource> sourceOf(DestinationKind kind) {
        return sources.stream().filter(source -> source.kinds().contains(kind)).findFirst();
    }

    @Override
    public ProbeReport ask(UUID routeId) {
        return accounts.access(routeId)
                .map(this::probe)
                .or(() -> sources.stream()
                        .flatMap(source -> source.ask(routeId).stream())
                        .findFirst())
                .orElseGet(() -> new ConnectionTrace(Optional.empty())
                        .report(
                                clock.instant(),
                                new ProbeStep[0],
                                Optional.empty(),
                                Message.of("probe.nothing-to-ask")));
    }

    @Override
    public ProbeReport probe(FolderAccess access) {
        return sourceOf(access.kind())
                .flatMap(source -> source.probe(access))
                .orElseGet(() -> new FolderProbe(protocolOf(access.kind()), access, clock).run());
    }

    @Override
    public FolderListing list(FolderAccess access, FolderPath below, String after) {
        return FolderBrowser.into(protocolOf(access.kind()), access, folder -> folder.list(below, after));
    }

    @Override
    public void make(FolderAccess access, FolderPath below) {
        FolderBrowser.into(protocolOf(access.kind()), access, folder -> {
            folder.make(below);
            return null;
        });
    }

    private FolderProtocol protocolOf(DestinationKind kind) {
        return protocols.stream()
                .filter(protocol -> protocol.kinds().contains(kind))
                .findFirst()
                .orElseThrow();
    }
}
