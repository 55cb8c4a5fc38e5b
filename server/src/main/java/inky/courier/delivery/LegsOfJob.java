package inky.courier.delivery;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.job.KindsOfPaper;
import inky.courier.core.page.Kind;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.StorageRoute;
import inky.courier.job.JobService.JobView;
import inky.courier.web.Json;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
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

    List<Leg> of(Delivery delivery, JobView job, Choices choices) {
        List<Leg> legs = new ArrayList<>();
        for (DestinationView destination : job.destinations()) {
            Leg leg = to(delivery, destination, legs.size(), choices);
            leg.kinds = kinds(job, destination.id());
            legs.add(leg);
        }
        return legs;
    }

    Leg to(Delivery delivery, DestinationView destination, int position, Choices choices) {
        return to(delivery, destination, position, choices, delivery.personEmail);
    }

    /** @param sender address of who sends it, which may be another by now */
    Leg to(Delivery delivery, DestinationView destination, int position, Choices choices, String sender) {
        Leg leg = new Leg();
        leg.position = position;
        leg.turn = delivery.number;
        leg.inOrderOf = destination.kind().isMail() ? null : delivery.personId;
        leg.kind = destination.kind();
        leg.destinationId = destination.id();
        leg.label = destination.kind().isPersonal() ? delivery.personName : destination.name();
        leg.routeName = destination.routeName();
        leg.routeId = destination.routeId();
        leg.below = choices.folders().getOrDefault(destination.id(), "");
        leg.messageId = messageId(delivery, leg);
        List<String> recipients = destination
                .kind()
                .recipients(
                        destination.settings(), sender, choices.recipients().getOrDefault(destination.id(), List.of()));
        leg.recipients = Json.write(recipients);
        leg.copies = Json.write(copies(sender, destination, recipients, choices.copies()));
        if (destination.kind() == DestinationKind.MAIL_CHOSEN) {
            leg.label = inAFewWords(recipients);
        } else if (destination.kind().isAtTheDevice()) {
            leg.routeId = StorageRoute.of(delivery.deviceId);
            leg.routeName = delivery.deviceName;
        } else if (destination.kind() == DestinationKind.DESKTOP) {
            // Without a folder of their own the leg waits, under the destination itself, until there is one.
            var own = accounts.ofPerson(
                    delivery.personId, Optional.ofNullable(choices.places().get(destination.id())));
            leg.routeId = own.map(access -> access.id()).orElse(destination.id());
            leg.routeName = own.map(access -> access.name()).orElse(destination.name());
        }
        return leg;
    }

    /** On paper, by no destination: as somebody wants it this time. */
    Leg toPaper(Delivery delivery, Paper paper) {
        Leg leg = new Leg();
        leg.position = delivery.legs.size();
        leg.turn = delivery.number;
        leg.kind = DestinationKind.PRINTER;
        leg.label = paper.deviceName();
        leg.routeId = paper.deviceId();
        leg.routeName = paper.deviceName();
        leg.messageId = messageId(delivery, leg);
        leg.recipients = "[]";
        leg.print = Json.write(paper.wish());
        leg.onlyFile = paper.file().orElse(null);
        return leg;
    }

    private static String messageId(Delivery delivery, Leg leg) {
        return "<" + delivery.number + "." + leg.id + "@courier.invalid>";
    }

    private static String inAFewWords(List<String> recipients) {
        return recipients.size() < 2
                ? String.join("", recipients)
                : recipients.get(0) + " and " + (recipients.size() - 1) + " more";
    }

    private static List<String> copies(
            String person, DestinationView destination, List<String> recipients, List<String> chosen) {
        if (!(destination.settings() instanceof MailSettings mail)) {
            return List.of();
        }
        Stream<String> sender = mail.copyToSender() ? Stream.of(person) : Stream.empty();
        return Stream.of(mail.copies().stream(), chosen.stream(), sender)
                .flatMap(Function.identity())
                .filter(address -> !address.isEmpty() && !recipients.contains(address))
                .distinct()
                .toList();
    }

    /** The rest is written out, so that a leg knows by itself what it carries. */
    private static String kinds(JobView job, UUID destination) {
        if (job.kinds().getOrDefault(destination, List.of()).isEmpty()) {
            return "";
        }
        return new KindsOfPaper(job.kinds())
                .to(destination).stream().map(Kind::name).collect(Collectors.joining(","));
    }
}
