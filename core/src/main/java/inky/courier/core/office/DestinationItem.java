package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.connection.SafeAddress;
import inky.courier.core.destination.ConsentSettings;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.LinkSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.SidecarForm;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * A way out; its password or key is kept apart.
 *
 * @param through id of the mail server or device that it goes through; {@link #NOTHING} where there is none
 * @param recipients fixed mail addresses
 * @param folder settings of a folder; blank for other kinds
 * @param link settings of a download page; the usual for other kinds
 * @param mail what mail has beside its recipients; the usual for other kinds
 * @param ownerId the person whose desktop folder it is; {@link #NOTHING} for the office's
 */
public record DestinationItem(
        UUID id,
        String name,
        DestinationKind kind,
        UUID through,
        List<String> recipients,
        FolderSettings folder,
        LinkSettings link,
        MailSettings mail,
        UUID ownerId)
        implements Item {
    /** Stands where nothing is needed. */
    public static final UUID NOTHING = new UUID(0, 0);

    /** RFC 5321 section 4.5.3.1.8: a server takes at least 100 recipients. */
    private static final int MOST_RECIPIENTS = 100;

    private static final int LONGEST = 250;
    private static final int MOST_AT_ONCE = 16;
    private static final int MOST_DAYS = 90;

    public DestinationItem {
        Required.value(kind, "kind");
        name = Required.value(name, "name").strip();
        through = kind.goesThroughAnother() ? through : NOTHING;
        recipients = kind == DestinationKind.MAIL_FIXED ? stripped(recipients) : List.of();
        folder =
                kind.hasFolderSettings() ? folder.withHost(folder.host().strip(), folder.port()) : FolderSettings.BLANK;
        link = kind.family() == Family.LINK ? link : LinkSettings.USUAL;
        mail = kind.isMail()
                ? new MailSettings(stripped(mail.copies()), mail.copyToSender(), mail.directEntry())
                : MailSettings.USUAL;
        ownerId = kind.family() == Family.SERVER_FOLDER ? ownerId : NOTHING;
    }

    private static List<String> stripped(List<String> addresses) {
        return addresses.stream()
                .map(String::strip)
                .filter(address -> !address.isEmpty())
                .distinct()
                .toList();
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.DESTINATION;
    }

    @Override
    public List<Need> needs() {
        List<Need> needs = new ArrayList<>();
        kind.through()
                .map(route -> new Reference(ItemKind.valueOf(route.name()), through))
                .ifPresent(route -> needs.add(new Need(route, "routeId")));
        if (!ownerId.equals(NOTHING)) {
            needs.add(new Need(new Reference(ItemKind.PERSON, ownerId), "ownerId"));
        }
        return needs;
    }

    /** The person whose folder it is. */
    public Optional<UUID> owner() {
        return Optional.of(ownerId).filter(owner -> !owner.equals(NOTHING));
    }

    @Override
    public void check(Office office) {
        if (!PlainText.isName(name, 60)) {
            throw Invalid.of("destination.name", "name");
        }
        if (kind == DestinationKind.MAIL_FIXED && recipients.isEmpty()) {
            throw tooFewOrMany("recipients", Message.of("problem.destination.too-few-addresses"));
        }
        checkAddresses("recipients", recipients);
        checkAddresses("copies", mail.copies());
        if (kind.family() == Family.LINK) {
            office.settings().requireAddress("kind");
            if (link.days() < 1 || link.days() > MOST_DAYS) {
                throw Invalid.of("destination.days", "days");
            }
        }
        if (kind.hasFolderSettings()) {
            checkFolder();
        }
    }

    private static void checkAddresses(String field, List<String> addresses) {
        if (addresses.size() > MOST_RECIPIENTS) {
            throw tooFewOrMany(field, Message.of("problem.destination.too-many-addresses"));
        }
        try {
            addresses.forEach(MailAddress::new);
        } catch (Invalid invalid) {
            throw invalid.at(field);
        }
    }

    private static Invalid tooFewOrMany(String field, Message sentence) {
        return new Invalid("destination." + field, field, sentence, Message.of("problem.destination.addresses.remedy"));
    }

    /** What a folder's settings must be before anybody connects with them. @throws Invalid with every problem found */
    public void checkFolder() {
        List<Problem> problems = new ArrayList<>();
        if (kind.isServer()) {
            problems.addAll(server());
        }
        if (kind.family() == Family.CLOUD_FOLDER) {
            problems.addAll(consent(folder.consent()));
        }
        if (folder.mustEncrypt() && folder.sidecar() != SidecarForm.NONE) {
            problems.add(problem(
                    "sidecar",
                    Message.of("problem.destination.sidecar"),
                    Message.of("problem.destination.sidecar.remedy")));
        }
        String names = folder.account() + folder.domain();
        if (folder.account().length() > LONGEST || folder.domain().length() > LONGEST || !PlainText.isLine(names)) {
            problems.add(problem(
                    "account",
                    Message.of("problem.destination.account"),
                    Message.of("problem.destination.account.remedy")));
        }
        if (folder.certificateCheck() == CertificateCheck.EXACTLY_THIS
                && folder.fingerprint().isBlank()) {
            problems.add(problem(
                    "fingerprint",
                    Message.of("problem.destination.fingerprint"),
                    Message.of("problem.destination.fingerprint.remedy")));
        }
        if (folder.atOnce() < 1 || folder.atOnce() > MOST_AT_ONCE) {
            problems.add(problem(
                    "atOnce",
                    Message.of("problem.destination.at-once").with("n", MOST_AT_ONCE),
                    Message.of("problem.destination.at-once.remedy")));
        }
        try {
            FolderTemplate.of(folder.path());
        } catch (Invalid invalid) {
            problems.addAll(invalid.problems());
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    private List<Problem> server() {
        List<Problem> problems = new ArrayList<>();
        boolean byAddress = kind == DestinationKind.WEBDAV || kind == DestinationKind.CLOUD;
        if (byAddress && !SafeAddress.isWeb(folder.host())) {
            problems.add(problem(
                    "host",
                    Message.of("problem.destination.web-address"),
                    Message.of("problem.destination.web-address.remedy")));
        } else if (!byAddress && !HostAddress.isValid(folder.host())) {
            problems.add(problem(
                    "host", Message.of("problem.destination.host"), Message.of("problem.destination.host.remedy")));
        }
        if (folder.port() < 0 || folder.port() > 65_535) {
            problems.add(problem(
                    "port", Message.of("problem.destination.port"), Message.of("problem.destination.port.remedy")));
        }
        if (kind == DestinationKind.SMB && !folder.share().strip().matches("[^\\\\/:*?\"<>|\\p{Cntrl}]{1,80}")) {
            problems.add(problem(
                    "share", Message.of("problem.destination.share"), Message.of("problem.destination.share.remedy")));
        }
        return problems;
    }

    private static List<Problem> consent(ConsentSettings consent) {
        List<Problem> problems = new ArrayList<>();
        if (!SafeAddress.isForSecrets(consent.codes())) {
            problems.add(problem(
                    "consent.codes",
                    Message.of("problem.destination.consent.codes"),
                    Message.of("problem.destination.consent.codes.remedy")));
        }
        if (!SafeAddress.isForSecrets(consent.tokens())) {
            problems.add(problem(
                    "consent.tokens",
                    Message.of("problem.destination.consent.tokens"),
                    Message.of("problem.destination.consent.tokens.remedy")));
        }
        if (!consent.revocation().isBlank() && !SafeAddress.isForSecrets(consent.revocation())) {
            problems.add(problem(
                    "consent.revocation",
                    Message.of("problem.destination.consent.revocation"),
                    Message.of("problem.destination.consent.revocation.remedy")));
        }
        if (consent.clientId().isBlank()
                || consent.clientId().length() > LONGEST
                || !PlainText.isLine(consent.clientId())) {
            problems.add(problem(
                    "consent.clientId",
                    Message.of("problem.destination.consent.client"),
                    Message.of("problem.destination.consent.client.remedy")));
        }
        if (consent.scope().length() > LONGEST || !PlainText.isLine(consent.scope())) {
            problems.add(problem(
                    "consent.scope",
                    Message.of("problem.destination.consent.scope"),
                    Message.of("problem.destination.consent.scope.remedy")));
        }
        return problems;
    }

    private static Problem problem(String field, Message sentence, Message remedy) {
        return new Problem("destination." + field, field, sentence, remedy);
    }
}
