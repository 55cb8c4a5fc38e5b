package inky.courier.delivery;

import inky.courier.core.page.Kind;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.destination.FolderAccounts;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobView;
import inky.courier.web.Json;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** A delivery's legs, one for each destination. */
@Component
class LegsOfJob {
    private final FolderAccounts accounts;

    LegsOfJob(FolderAccounts accounts) {
        this.accounts = accounts;
    }

    List<Leg> of(Delivery delivery, JobView job) {
        List<Leg> legs = new ArrayList<>();
        for (DestinationView destination : job.destinations()) {
            Leg leg = to(delivery, destination, legs.size());
            leg.kinds = kinds(job, destination.id());
            legs.add(leg);
        }
        return legs;
    }

    Leg to(Delivery delivery, DestinationView destination, int position) {
        Leg leg = new Leg();
        leg.position = position;
        leg.kind = destination.kind();
        leg.destinationId = destination.id();
        leg.label = destination.name();
        leg.routeName = destination.routeName();
        leg.routeId = destination.routeId();
        leg.recipients = Json.write(destination.recipients());
        leg.messageId = "<" + delivery.number + "." + leg.id + "@courier.invalid>";
        if (destination.kind() == DestinationKind.MAIL_TO_ME || destination.kind() == DestinationKind.LINK) {
            leg.label = delivery.personName;
            leg.recipients = Json.write(List.of(delivery.personEmail));
        } else if (destination.kind() == DestinationKind.DESKTOP) {
            // Without a folder of their own the leg waits, under the destination itself, until there is one.
            var own = accounts.ofPerson(delivery.personId);
            leg.routeId = own.map(access -> access.id()).orElse(destination.id());
            leg.routeName = own.map(access -> access.name()).orElse(destination.name());
            leg.label = delivery.personName;
        }
        return leg;
    }

    /** The rest is written out, so that a leg knows by itself what it carries. */
    private static String kinds(JobView job, UUID destination) {
        List<String> wanted = job.kinds().getOrDefault(destination, List.of());
        if (!wanted.contains(JobService.REST)) {
            return String.join(",", wanted);
        }
        Set<String> elsewhere = job.kinds().entrySet().stream()
                .filter(entry -> !entry.getKey().equals(destination))
                .flatMap(entry -> entry.getValue().stream())
                .collect(Collectors.toSet());
        return Stream.of(Kind.values())
                .map(Kind::name)
                .filter(kind -> wanted.contains(kind) || !elsewhere.contains(kind))
                .collect(Collectors.joining(","));
    }
}
