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
            throw new Invalid(
                    "destination.name",
                    "name",
                    "A destination needs a name of 1 to 60 characters.",
                    "Name it after what is there.");
        }
        if (kind == DestinationKind.MAIL_FIXED && recipients.isEmpty()) {
            throw tooFewOrMany("recipients", "It needs 1 to 100 mail addresses.");
        }
        checkAddresses("recipients", recipients);
        checkAddresses("copies", mail.copies());
        if (kind.family() == Family.LINK) {
            office.settings().requireAddress("kind");
            if (link.days() < 1 || link.days() > MOST_DAYS) {
                throw new Invalid(
                        "destination.days", "days", "A link is valid for 1 to 90 days.", "14 days are usual.");
            }
        }
        if (kind.hasFolderSettings()) {
            checkFolder();
        }
    }

    private static void checkAddresses(String field, List<String> addresses) {
        if (addresses.size() > MOST_RECIPIENTS) {
            throw tooFewOrMany(field, "It takes up to 100 mail addresses.");
        }
        try {
            addresses.forEach(MailAddress::new);
        } catch (Invalid invalid) {
            throw invalid.at(field);
        }
    }

    private static Invalid tooFewOrMany(String field, String sentence) {
        return new Invalid("destination." + field, field, sentence, "Enter one address per line.");
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
                    "The data file would not be encrypted, next to the encrypted files.",
                    "Choose no sidecar, or do not insist on encryption."));
        }
        String names = folder.account() + folder.domain();
        if (folder.account().length() > LONGEST || folder.domain().length() > LONGEST || !PlainText.isLine(names)) {
            problems.add(problem("account", "This is not an account.", "Enter it as for signing in at the server."));
        }
        if (folder.certificateCheck() == CertificateCheck.EXACTLY_THIS
                && folder.fingerprint().isBlank()) {
            problems.add(problem(
                    "fingerprint",
                    "The fingerprint is missing.",
                    "Probe, compare what it shows, then trust that one."));
        }
        if (folder.atOnce() < 1 || folder.atOnce() > MOST_AT_ONCE) {
            problems.add(problem("atOnce", "1 to " + MOST_AT_ONCE + " transfers can go at once.", "4 are usual."));
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
                    "This is not the address of a WebDAV server.",
                    "For example https://files.office.example/dav/."));
        } else if (!byAddress && !HostAddress.isValid(folder.host())) {
            problems.add(problem(
                    "host", "This is not the name or address of a server.", "For example files.office.example."));
        }
        if (folder.port() < 0 || folder.port() > 65_535) {
            problems.add(problem("port", "A port is a number up to 65535.", "0 uses the default."));
        }
        if (kind == DestinationKind.SMB && !folder.share().strip().matches("[^\\\\/:*?\"<>|\\p{Cntrl}]{1,80}")) {
            problems.add(
                    problem("share", "The share's name is missing.", "It follows the server name: \\\\server\\share."));
        }
        return problems;
    }

    private static List<Problem> consent(ConsentSettings consent) {
        List<Problem> problems = new ArrayList<>();
        if (!SafeAddress.isForSecrets(consent.codes())) {
            problems.add(problem(
                    "consent.codes",
                    "This is not the address of a device authorization endpoint.",
                    "It begins with https; the cloud's administrator knows it."));
        }
        if (!SafeAddress.isForSecrets(consent.tokens())) {
            problems.add(problem(
                    "consent.tokens",
                    "This is not the address of a token endpoint.",
                    "It begins with https; the cloud's administrator knows it."));
        }
        if (!consent.revocation().isBlank() && !SafeAddress.isForSecrets(consent.revocation())) {
            problems.add(problem(
                    "consent.revocation",
                    "This is not the address of a revocation endpoint.",
                    "It begins with https; leave it empty if the cloud has none."));
        }
        if (consent.clientId().isBlank()
                || consent.clientId().length() > LONGEST
                || !PlainText.isLine(consent.clientId())) {
            problems.add(problem(
                    "consent.clientId",
                    "The client's name is missing.",
                    "The cloud gives it when Courier is registered."));
        }
        if (consent.scope().length() > LONGEST || !PlainText.isLine(consent.scope())) {
            problems.add(problem("consent.scope", "This is too long.", "Leave it empty for the cloud's default."));
        }
        return problems;
    }

    private static Problem problem(String field, String sentence, String remedy) {
        return new Problem("destination." + field, field, sentence, remedy);
    }
}
