package inky.courier.destination;

import inky.courier.connection.DailyProbes;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.Probes;
import inky.courier.core.Invalid;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.office.DestinationItem;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.live.Live;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Tries destinations that are servers: by hand, saved or not, and on their round. */
@Service
public class DestinationProbes implements DailyProbes.Visited {
    private final DestinationService destinations;
    private final FolderAccounts accounts;
    private final Probes probes;
    private final Live live;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    DestinationProbes(
            DestinationService destinations,
            FolderAccounts accounts,
            Probes probes,
            Live live,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.destinations = destinations;
        this.accounts = accounts;
        this.probes = probes;
        this.live = live;
        this.events = events;
        this.transaction = transaction;
    }

    /** Tries settings that are not saved; a kept secret is used only for the account it was kept for. */
    public ProbeReport probe(@Nullable UUID id, DestinationForm form) {
        FolderAccess access = transaction.execute(status -> {
            DestinationItem draft = DestinationForms.item(UUID.randomUUID(), form);
            DestinationForms.checkSecret(form);
            FolderSettings folder =
                    draft.settings(FolderSettings.class).orElseThrow(() -> Invalid.of("destination.probe", "kind"));
            draft.kind().check(folder);
            String secret = form.secret();
            if (secret == null && id != null) {
                Destination saved = destinations.find(id);
                DestinationForms.keptSecret(saved, form, draft);
                secret = saved.secret == null ? "" : accounts.access(saved).secret();
            }
            return new FolderAccess(
                    id == null ? DestinationService.NO_ROUTE : id,
                    form.name(),
                    form.kind(),
                    folder,
                    secret == null ? "" : secret);
        });
        return destinations.connectorOf(form.kind()).probe(access);
    }

    /** Tries a destination as it is saved, and keeps what was found. */
    public ProbeReport probe(UUID id) {
        FolderAccess access = accounts.access(id)
                .filter(found -> found.kind().isServer())
                .orElseThrow(() -> Invalid.of("destination.probe", "kind"));
        ProbeReport report = destinations.connectorOf(access.kind()).probe(access);
        keep(id, report);
        return report;
    }

    @Override
    @Transactional(readOnly = true)
    public List<UUID> routes() {
        return destinations.list().stream()
                .filter(d -> d.kind().isServer())
                .map(DestinationView::id)
                .toList();
    }

    @Override
    public ProbeReport visit(UUID routeId) {
        return probe(routeId);
    }

    private void keep(UUID id, ProbeReport report) {
        transaction.executeWithoutResult(status -> {
            probes.keep(id, report);
            live.tell("destination", id);
            if (report.passed()) {
                events.publishEvent(new RouteMended(id));
            }
        });
    }

    @Transactional(readOnly = true)
    public List<ProbeReport> history(UUID id) {
        return probes.history(destinations.find(id).id);
    }
}
