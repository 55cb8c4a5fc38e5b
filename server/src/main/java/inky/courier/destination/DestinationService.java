package inky.courier.destination;

import inky.courier.audit.ChangeLog;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.Probes;
import inky.courier.core.Invalid;
import inky.courier.core.text.PlainText;
import inky.courier.dependents.Dependents;
import inky.courier.dependents.Dependents.Dependent;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.settings.Settings;
import inky.courier.web.Json;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** The destinations of the office. */
@Service
public class DestinationService implements Dependents.Source, Connectors {
    /** Stands for a route where there is none apart from the device that scans. */
    static final UUID NO_ROUTE = new UUID(0, 0);

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
    private final FolderForms forms;
    private final Probes probes;
    private final Dependents dependents;
    private final ChangeLog changes;
    private final Settings settings;
    private final Cached<List<DestinationView>> all;
    private final Live live;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    DestinationService(
            DestinationRepository destinations,
            FolderAccounts accounts,
            List<Connector> connectors,
            FolderForms forms,
            Probes probes,
            Dependents dependents,
            ChangeLog changes,
            Settings settings,
            Live live,
            Clock clock,
            ApplicationEventPublisher events) {
        this.destinations = destinations;
        this.accounts = accounts;
        this.connectors = connectors;
        this.forms = forms;
        this.probes = probes;
        this.dependents = dependents;
        this.changes = changes;
        this.settings = settings;
        this.live = live;
        this.all = new Cached<>(live, this::read, "destination", "mail-server", "device", "person");
        this.clock = clock;
        this.events = events;
    }

    /**
     * @param routeId of what it goes through: a mail server
     * @param folder settings of a folder; absent for other kinds
     * @param secret password or private key, or a cloud client's; absent to keep the one that is there, empty to have none
     * @param link settings of a download page; absent for other kinds
     * @param mail what mail has beside its recipients; absent for the usual
     * @param ownerId the person whose desktop folder it is; absent for the office's
     */
    public record DestinationForm(
            String name,
            DestinationKind kind,
            @Nullable UUID routeId,
            List<String> recipients,
            @Nullable FolderSettings folder,
            @Nullable String secret,
            @Nullable LinkSettings link,
            @Nullable MailSettings mail,
            @Nullable UUID ownerId) {
        public static DestinationForm mail(String name, DestinationKind kind, UUID routeId, List<String> recipients) {
            return new DestinationForm(name, kind, routeId, recipients, null, null, null, null, null);
        }

        public static DestinationForm folder(String name, DestinationKind kind, FolderSettings folder, String secret) {
            return new DestinationForm(name, kind, null, List.of(), folder, secret, null, null, null);
        }

        public static DestinationForm plain(String name, DestinationKind kind) {
            return new DestinationForm(name, kind, null, List.of(), null, null, null, null, null);
        }

        @Override
        public String toString() {
            return "DestinationForm[" + kind + " " + name + "]";
        }
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
            List<String> recipients,
            @Nullable FolderSettings folder,
            boolean hasSecret,
            @Nullable LinkSettings link,
            @Nullable MailSettings mail,
            @Nullable UUID ownerId,
            String label,
            String where,
            @Nullable ProbeReport lastProbe) {
        DestinationRow row() {
            LastProbe last =
                    lastProbe == null ? null : new LastProbe(lastProbe.at(), lastProbe.passed(), lastProbe.sentence());
            return new DestinationRow(id, name, kind, routeName, folder != null, label, where, last);
        }
    }

    /** What a probe found. */
    public record LastProbe(Instant at, boolean passed, String sentence) {}

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
        Destination destination = new Destination();
        destination.createdAt = clock.instant();
        return save(destination, form, null);
    }

    @Transactional
    public DestinationView change(UUID id, DestinationForm form) {
        Destination destination = find(id);
        return save(destination, form, logged(view(destination)));
    }

    /** The commonest repair: the account has a new password. What waits goes at once. */
    @Transactional
    public DestinationView changeSecret(UUID id, String secret) {
        Destination destination = find(id);
        if (secret.isEmpty() || secret.length() > FolderForms.LONGEST_SECRET) {
            throw new Invalid(
                    "destination.secret", "secret", "There is no password here.", "Enter the account's new password.");
        }
        destination.secret = accounts.seal(id, secret);
        destinations.saveAndFlush(destination);
        changes.record("destination", id, destination.name, "password", "a new password");
        events.publishEvent(new RouteMended(id));
        live.tell("destination", id);
        return view(destination);
    }

    @Transactional
    public void delete(UUID id) {
        Destination destination = find(id);
        dependents.letGo(Dependents.Kind.DESTINATION, id, destination.name);
        destinations.delete(destination);
        probes.forget(id);
        changes.record("destination", id, destination.name, logged(view(destination)), null);
        live.tell("destination", id);
    }

    @Override
    public Connector connectorOf(DestinationKind kind) {
        return connectors.stream()
                .filter(c -> c.kinds().contains(kind))
                .findFirst()
                .orElseThrow();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Dependent> on(Dependents.Kind kind, UUID id) {
        List<Destination> found = switch (kind) {
            case MAIL_SERVER, DEVICE -> destinations.findByRouteId(id);
            case PERSON -> destinations.findByOwnerId(id);
            default -> List.of();
        };
        return found.stream()
                .map(d -> new Dependent(Dependents.Kind.DESTINATION, d.id, d.name))
                .toList();
    }

    private DestinationView save(Destination destination, DestinationForm form, @Nullable Object before) {
        if (!PlainText.isName(form.name(), 60)) {
            throw new Invalid(
                    "destination.name",
                    "name",
                    "A destination needs a name of 1 to 60 characters.",
                    "Name it after what is there.");
        }
        Connector connector = connectorOf(form.kind());
        destination.routeId = routeOf(destination, form, connector);
        destination.recipients = Json.write(connector.checkRecipients(form.kind(), form.recipients()));
        settle(destination, form, connector);
        destination.name = form.name().strip();
        destination.kind = form.kind();
        destination.ownerId = form.kind().isServer() && form.kind() != DestinationKind.CLOUD ? form.ownerId() : null;
        destinations.saveAndFlush(destination);
        changes.record("destination", destination.id, destination.name, before, logged(view(destination)));
        events.publishEvent(new RouteMended(destination.id));
        live.tell("destination", destination.id);
        return view(destination);
    }

    private void settle(Destination destination, DestinationForm form, Connector connector) {
        byte[] before = destination.secret;
        destination.secret = null;
        if (form.kind().hasFolderSettings()) {
            FolderSettings settings = forms.check(form);
            destination.secret = before;
            destination.secret = accounts.change(destination.id, forms.keptSecret(destination, form), form.secret());
            destination.settings = Json.write(settings);
        } else if (form.kind() == DestinationKind.LINK) {
            destination.settings = Json.write(checkedLink(form));
        } else if (form.kind().isMail()) {
            MailSettings mail = Optional.ofNullable(form.mail()).orElse(MailSettings.USUAL);
            destination.settings = Json.write(connector.checkMail(mail));
        } else {
            destination.settings = "{}";
        }
    }

    private LinkSettings checkedLink(DestinationForm form) {
        settings.requireAddress("kind");
        return FolderForms.checkLink(form);
    }

    private UUID routeOf(Destination destination, DestinationForm form, Connector connector) {
        if (!form.kind().goesThroughAnother()) {
            return form.kind().isServer() ? destination.id : NO_ROUTE;
        }
        UUID route = Optional.ofNullable(form.routeId()).orElse(NO_ROUTE);
        if (connector.route(route).isEmpty()) {
            throw new Invalid(
                    "destination.route",
                    "routeId",
                    form.kind() == DestinationKind.PRINTER
                            ? "There is no such device."
                            : "There is no such mail server.",
                    "Choose one of the list.");
        }
        return route;
    }

    Destination find(UUID id) {
        return destinations.findById(id).orElseThrow(() -> Refusal.notFound("destination"));
    }

    private DestinationView view(Destination d) {
        List<String> recipients = Json.read(d.recipients, new TypeReference<List<String>>() {});
        FolderSettings folder = d.kind.hasFolderSettings() ? Json.read(d.settings, FolderSettings.class) : null;
        return new DestinationView(
                d.id,
                d.name,
                d.kind,
                d.routeId,
                routeName(d),
                recipients,
                folder,
                d.secret != null,
                d.kind == DestinationKind.LINK ? Json.read(d.settings, LinkSettings.class) : null,
                d.kind.isMail() ? accounts.mail(d) : null,
                d.ownerId,
                d.kind == DestinationKind.MAIL_TO_ME || d.kind == DestinationKind.LINK
                        ? "the person who scans"
                        : d.name,
                DestinationLocation.words(d.kind, folder, recipients),
                d.kind.isServer() ? probes.last(d.id).orElse(null) : null);
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

    /** Without what changes by itself. */
    private static DestinationView logged(DestinationView v) {
        return new DestinationView(
                v.id,
                v.name,
                v.kind,
                v.routeId,
                v.routeName,
                v.recipients,
                v.folder,
                v.hasSecret,
                v.link,
                v.mail,
                v.ownerId,
                v.label,
                v.where,
                null);
    }
}
