package inky.courier.dependents;

import inky.courier.web.Refusal;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Collects from every module what depends on a thing. */
@Component
public class Dependents {
    /** What kinds of thing the set-up is made of. */
    public enum Kind {
        DEVICE,
        MAIL_SERVER,
        DESTINATION,
        PROFILE,
        NAME,
        JOB,
        PERSON
    }

    public record Dependent(Kind kind, UUID id, String name) {}

    /** A module's own dependents. */
    public interface Source {
        List<Dependent> on(Kind kind, UUID id);
    }

    /** Looked up late: the modules that answer also ask here before they delete. */
    private final ObjectProvider<Source> sources;

    private final ApplicationEventPublisher events;

    Dependents(ObjectProvider<Source> sources, ApplicationEventPublisher events) {
        this.sources = sources;
        this.events = events;
    }

    public List<Dependent> on(Kind kind, UUID id) {
        return sources.orderedStream()
                .flatMap(source -> source.on(kind, id).stream())
                .toList();
    }

    /** Before a thing is deleted, in the same transaction. @throws Refusal naming what still needs it */
    @Transactional(propagation = Propagation.MANDATORY)
    public void letGo(Kind kind, UUID id, String name) {
        List<Dependent> found = on(kind, id);
        if (!found.isEmpty()) {
            String names = found.stream().limit(5).map(Dependent::name).collect(Collectors.joining(", "));
            String more = found.size() > 5 ? " and " + (found.size() - 5) + " more" : "";
            throw new Refusal(
                    HttpStatus.CONFLICT,
                    "has-dependents",
                    name + " is still needed by " + names + more + ".",
                    "Give these another one first.");
        }
        events.publishEvent(new Leaving(kind, id));
    }
}
