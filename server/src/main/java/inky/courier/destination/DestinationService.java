package inky.courier.destination;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.dependents.Dependents;
import inky.courier.dependents.Dependents.Dependent;
import inky.courier.live.Live;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** The destinations of the office. */
@Service
public class DestinationService implements Dependents.Source {
    private final DestinationRepository destinations;
    private final List<Connector> connectors;
    private final Dependents dependents;
    private final ChangeLog changes;
    private final Live live;
    private final Clock clock;

    DestinationService(
            DestinationRepository destinations,
            List<Connector> connectors,
            Dependents dependents,
            ChangeLog changes,
            Live live,
            Clock clock) {
        this.destinations = destinations;
        this.connectors = connectors;
        this.dependents = dependents;
        this.changes = changes;
        this.live = live;
        this.clock = clock;
    }

    public record DestinationForm(String name, DestinationKind kind, UUID routeId, List<String> recipients) {}

    /** @param label where it goes, in a few words */
    public record DestinationView(
            UUID id,
            String name,
            DestinationKind kind,
            UUID routeId,
            String routeName,
            List<String> recipients,
            String label) {}

    @Transactional(readOnly = true)
    public List<DestinationView> list() {
        return destinations.findAllByOrderByName().stream().map(this::view).toList();
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
        return save(destination, form, view(destination));
    }

    @Transactional
    public void delete(UUID id) {
        Destination destination = find(id);
        dependents.refuseIfAny(Dependents.Kind.DESTINATION, id, destination.name);
        destinations.delete(destination);
        changes.record("destination", id, destination.name, view(destination), null);
        live.tell("destination", id);
    }

    public Connector connectorOf(DestinationKind kind) {
        return connectors.stream()
                .filter(c -> c.kinds().contains(kind))
                .findFirst()
                .orElseThrow();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Dependent> on(Dependents.Kind kind, UUID id) {
        return kind != Dependents.Kind.MAIL_SERVER
                ? List.of()
                : destinations.findByRouteId(id).stream()
                        .map(d -> new Dependent(Dependents.Kind.DESTINATION, d.id, d.name))
                        .toList();
    }

    private DestinationView save(Destination destination, DestinationForm form, DestinationView before) {
        if (form.name().isBlank() || form.name().length() > 60) {
            throw new Invalid(
                    "destination.name",
                    "name",
                    "A destination needs a name of 1 to 60 characters.",
                    "Name it after who or what is there.");
        }
        Connector connector = connectorOf(form.kind());
        if (connector.route(form.routeId()).isEmpty()) {
            throw new Invalid(
                    "destination.route", "routeId", "There is no such mail server.", "Choose one of the list.");
        }
        destination.name = form.name().strip();
        destination.kind = form.kind();
        destination.routeId = form.routeId();
        destination.recipients = Json.write(connector.checkRecipients(form.kind(), form.recipients()));
        destinations.saveAndFlush(destination);
        changes.record("destination", destination.id, destination.name, before, view(destination));
        live.tell("destination", destination.id);
        return view(destination);
    }

    private Destination find(UUID id) {
        return destinations.findById(id).orElseThrow(() -> Refusal.notFound("destination"));
    }

    private DestinationView view(Destination d) {
        List<String> recipients = Json.read(d.recipients, new TypeReference<List<String>>() {});
        String route =
                connectorOf(d.kind).route(d.routeId).map(Connector.Route::name).orElse("a deleted server");
        String label = d.kind == DestinationKind.MAIL_TO_ME ? "the person who scans" : d.name;
        return new DestinationView(d.id, d.name, d.kind, d.routeId, route, recipients, label);
    }
}
