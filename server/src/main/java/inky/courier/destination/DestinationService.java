package inky.courier.destination;

import inky.courier.connection.ProbeReport;
import inky.courier.connection.Probes;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationSettings;
import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The destinations of the office. */
@Service
public class DestinationService implements Connectors {
    /** Stands for a route where there is none apart from the device that scans. */
    static final UUID NO_ROUTE = DestinationItem.NOTHING;

    private static final LongList<DestinationRow> LIST = new LongList<DestinationRow>(
                    row -> Stream.of(row.name(), row.where(), row.routeName()),
                    row -> row.lastProbe() != null && !row.lastProbe().passed())
            .column("name", DestinationRow::name)
            .column("kind", DestinationRow::kind)
            .column("where", DestinationRow::where)
            .column("through", DestinationRow::routeName);

    private final DestinationRepository destinations;
    private final FolderAccounts accounts;
    private final List<Connector> connectors;
    private final Probes probes;
    private final SetUp setUp;
    private final Cached<List<DestinationView>> all;

    DestinationService(
            DestinationRepository destinations,
            FolderAccounts accounts,
            List<Connector> connectors,
            Probes probes,
            SetUp setUp,
            Live live) {
        this.destinations = destinations;
        this.accounts = accounts;
        this.connectors = connectors;
        this.probes = probes;
        this.setUp = setUp;
        this.all = new Cached<>(live, this::read, "destination", "mail-server", "device", "person");
    }

    /**
     * @param label who or what gets it, in a few words
     * @param where the address, in a few words
     * @param hasSecret whether one is kept; it is never shown
     */
    public record DestinationView(
            UUID id,
            String name,
            DestinationKind kind,
            UUID routeId,
            String routeName,
            @Schema(implementation = SettingsByName.class) DestinationSettings settings,
            boolean hasSecret,
            @Nullable UUID ownerId,
            String label,
            String where,
            @Nullable ProbeReport lastProbe,
            String version) {
        public DestinationRow row() {
            LastProbe last =
                    lastProbe == null ? null : new LastProbe(lastProbe.at(), lastProbe.passed(), lastProbe.sentence());
            return new DestinationRow(id, name, kind, routeName, kind.hasFolderSettings(), label, where, last);
        }
    }

    /** Settings as the interface describes them: which there are, the kind says ({@code /api/destinations/kinds}). */
    @Schema(name = "DestinationSettings", type = "object", additionalProperties = Schema.AdditionalPropertiesValue.TRUE)
    interface SettingsByName {}

    /** What a probe found. */
    public record LastProbe(Instant at, boolean passed, Message sentence) {}

    /** A destination in a list. @param isFolder whether files go into folders, by rules of its own */
    public record DestinationRow(
            UUID id,
            String name,
            DestinationKind kind,
            String routeName,
            boolean isFolder,
            String label,
            String where,
            @Nullable LastProbe lastProbe) {}

    @Transactional(readOnly = true)
    public List<DestinationView> list() {
        return all.get();
    }

    @Transactional(readOnly = true)
    public ListPart<DestinationRow> list(ListRequest wanted) {
        return LIST.part(all.get(), DestinationView::row, wanted);
    }

    /** What holds the words, in the usual order. */
    @Transactional(readOnly = true)
    public List<DestinationRow> find(String words) {
        return LIST.find(all.get(), DestinationView::row, words);
    }

    private List<DestinationView> read() {
        return LongList.ordered(destinations.findAll().stream().map(this::view), DestinationView::name);
    }

    @Transactional(readOnly = true)
    public DestinationView get(UUID id) {
        return view(find(id));
    }

    @Transactional
    public DestinationView add(DestinationForm form) {
        return save(UUID.randomUUID(), form, Optional.empty(), "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public DestinationView change(UUID id, DestinationForm form, String version) {
        return save(id, form, Optional.of(find(id)), version);
    }

    /** The commonest repair: the account has a new password. What waits goes at once. */
    @Transactional
    public DestinationView changeSecret(UUID id, String secret) {
        Destination destination = find(id);
        if (secret.isEmpty() || secret.length() > DestinationForms.LONGEST_SECRET) {
            throw Invalid.of("destination.secret", "secret");
        }
        setUp.change(Wish.put(destination.item()).with(Map.of(Destination.PASSWORD, accounts.seal(id, secret))));
        return get(id);
    }

    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.DESTINATION, id)));
    }

    @Override
    public Connector connectorOf(DestinationKind kind) {
        return connectors.stream()
                .filter(c -> c.kinds().contains(kind))
                .findFirst()
                .orElseThrow();
    }

    /** Asks what it leads through whether it can do what is wanted; outside of any transaction. @throws Invalid beside what it cannot */
    public void requireAble(DestinationForm form) {
        DestinationItem item = DestinationForms.item(UUID.randomUUID(), form);
        if (item.through().equals(DestinationItem.NOTHING)) {
            return;
        }
        List<Problem> problems = connectorOf(item.kind()).lacks(item.through(), item.settings());
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    private DestinationView save(UUID id, DestinationForm form, Optional<Destination> saved, String version) {
        DestinationItem item = DestinationForms.item(id, form);
        DestinationForms.checkSecret(form);
        byte[] before = saved.map(destination -> destination.secret).orElse(null);
        byte[] kept = saved.map(destination -> DestinationForms.keptSecret(destination, form, item))
                .orElse(null);
        byte[] wanted = form.kind().hasFolderSettings() ? accounts.change(id, kept, form.secret()) : null;
        Wish wish = Wish.put(item).of(version);
        setUp.change(
                wanted == before
                        ? wish
                        : wish.with(Map.of(Destination.PASSWORD, wanted == null ? new byte[0] : wanted)));
        return get(id);
    }

    Destination find(UUID id) {
        return destinations.findById(id).orElseThrow(() -> Refusal.notFound("destination"));
    }

    private DestinationView view(Destination d) {
        DestinationItem item = d.item();
        return new DestinationView(
                d.id,
                d.name,
                d.kind,
                d.routeId,
                routeName(d),
                item.settings(),
                d.secret != null,
                d.ownerId,
                d.kind == DestinationKind.MAIL_TO_ME || d.kind == DestinationKind.LINK
                        ? "the person who scans"
                        : d.name,
                item.place(),
                d.kind.isServer() ? probes.last(d.id).orElse(null) : null,
                SetUp.versionOf(item));
    }

    private String routeName(Destination d) {
        if (d.kind == DestinationKind.DESKTOP) {
            return "the person's own folder";
        }
        if (d.kind.isAtTheDevice()) {
            return "the device that scans";
        }
        return d.kind.isServer()
                ? d.name
                : connectorOf(d.kind)
                        .route(d.routeId)
                        .map(Connector.Route::name)
                        .orElse("one that was deleted");
    }
}
