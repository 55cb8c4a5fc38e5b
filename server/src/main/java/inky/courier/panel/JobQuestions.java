package inky.courier.panel;

import inky.courier.consent.Consents;
import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.delivery.Choices;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What a job asks the person at the device, and whether the answers will do. */
@Component
public class JobQuestions {
    private static final int MOST_RECIPIENTS = 100;

    private final Consents consents;
    private final PeopleService people;

    JobQuestions(Consents consents, PeopleService people) {
        this.consents = consents;
        this.people = people;
    }

    enum AskKind {
        /** Before scanning: the person lets Courier into their cloud folder, once. */
        CONSENT,
        /** Whom a mail goes to. */
        RECIPIENTS,
        /** A folder below the destination's own; may stay unanswered. */
        FOLDER
    }

    /**
     * @param name of the destination
     * @param freely whether an answer may be written that is in no list: an address, a new folder
     */
    record Ask(UUID destinationId, AskKind kind, String name, boolean freely) {}

    /** What was chosen, by destination; absent for nothing. */
    record Answers(
            @Nullable Map<UUID, List<String>> recipients,
            @Nullable Map<UUID, String> folders) {}

    List<Ask> of(JobView job, UUID person) {
        List<Ask> asks = new ArrayList<>();
        for (DestinationView destination : job.destinations()) {
            if (destination.kind() == DestinationKind.CLOUD && !consents.isGood(destination.id(), person)) {
                asks.add(new Ask(destination.id(), AskKind.CONSENT, destination.name(), false));
            }
            if (destination.kind() == DestinationKind.MAIL_CHOSEN) {
                boolean freely = !(destination.settings() instanceof MailSettings mail) || mail.directEntry();
                asks.add(new Ask(destination.id(), AskKind.RECIPIENTS, destination.name(), freely));
            }
            if (job.askFolder() && destination.settings() instanceof FolderSettings folder && canChoose(folder)) {
                asks.add(new Ask(destination.id(), AskKind.FOLDER, destination.name(), folder.makeFolders()));
            }
        }
        return asks;
    }

    /** Where the destination's own folder depends on the day, there is none to look into beforehand. */
    private static boolean canChoose(FolderSettings folder) {
        return !FolderTemplate.of(folder.path()).hasFields();
    }

    /** @throws Invalid saying what is missing, or wrong */
    Choices check(JobView job, UUID person, @Nullable Answers given) {
        Answers answers = Optional.ofNullable(given).orElse(new Answers(null, null));
        Map<UUID, List<String>> recipients = new HashMap<>();
        Map<UUID, String> folders = new HashMap<>();
        for (Ask ask : of(job, person)) {
            UUID id = ask.destinationId;
            if (ask.kind == AskKind.RECIPIENTS) {
                recipients.put(id, recipients(ask, of(answers.recipients, id).orElse(List.of())));
            } else if (ask.kind == AskKind.FOLDER) {
                of(answers.folders, id)
                        .ifPresent(
                                folder -> folders.put(id, FolderPath.of(folder).text()));
            }
        }
        return new Choices(recipients, folders);
    }

    /** The answers where nobody stands at a device: mail goes to the person themselves, files where the destination says. */
    public Choices answeredFor(JobView job, PersonView person) {
        Map<UUID, List<String>> recipients = of(job, person.id()).stream()
                .filter(ask -> ask.kind == AskKind.RECIPIENTS)
                .collect(Collectors.toMap(Ask::destinationId, ask -> recipients(ask, List.of(person.email()))));
        return new Choices(recipients, Map.of());
    }

    private static <T> Optional<T> of(@Nullable Map<UUID, T> answers, UUID destination) {
        return Optional.ofNullable(answers).map(all -> all.get(destination));
    }

    private List<String> recipients(Ask ask, List<String> chosen) {
        if (chosen.size() > MOST_RECIPIENTS) {
            throw notChosen();
        }
        List<String> addresses = chosen.stream()
                .map(address -> new MailAddress(address.strip()).text())
                .distinct()
                .toList();
        if (addresses.isEmpty()) {
            throw notChosen();
        }
        if (!ask.freely) {
            Set<String> known = people.list().stream()
                    .map(PersonView::email)
                    .map(email -> email.toLowerCase(Locale.ROOT))
                    .collect(Collectors.toSet());
            addresses.stream()
                    .filter(address -> !known.contains(address.toLowerCase(Locale.ROOT)))
                    .findFirst()
                    .ifPresent(address -> {
                        throw new Invalid(
                                "panel.recipients",
                                "recipients",
                                Message.of("problem.panel.not-in-address-book").with("address", address),
                                Message.of("problem.panel.not-in-address-book.remedy"));
                    });
        }
        return addresses;
    }

    private static Invalid notChosen() {
        return new Invalid(
                "panel.recipients",
                "recipients",
                Message.of("problem.panel.recipients"),
                Message.of("problem.panel.recipients.remedy"));
    }
}
