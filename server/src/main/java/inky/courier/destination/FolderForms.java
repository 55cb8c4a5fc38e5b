package inky.courier.destination;

import inky.courier.connection.SafeAddress;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.text.PlainText;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.destination.DestinationService.DestinationForm;
import inky.courier.web.Json;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a folder's settings must be before anybody connects with them. */
@Component
class FolderForms {
    static final int LONGEST_SECRET = 8_000;
    private static final int LONGEST = 250;
    private static final int MOST_AT_ONCE = 16;

    /** @throws Invalid with every problem found */
    FolderSettings check(DestinationForm form) {
        FolderSettings f = Optional.ofNullable(form.folder()).orElse(FolderSettings.BLANK);
        List<Problem> problems = new ArrayList<>();
        if (form.kind().isServer()) {
            problems.addAll(server(form.kind(), f));
        }
        if (form.kind() == DestinationKind.CLOUD) {
            problems.addAll(consent(f.consent()));
        }
        if (f.mustEncrypt() && f.sidecar() != SidecarForm.NONE) {
            problems.add(problem(
                    "sidecar",
                    "The data file would not be encrypted, next to the encrypted files.",
                    "Choose no sidecar, or do not insist on encryption."));
        }
        if (f.account().length() > LONGEST || f.domain().length() > LONGEST || hasControl(f.account() + f.domain())) {
            problems.add(problem("account", "This is not an account.", "Enter it as for signing in at the server."));
        }
        if (f.certificateCheck() == CertificateCheck.EXACTLY_THIS
                && f.fingerprint().isBlank()) {
            problems.add(problem(
                    "fingerprint",
                    "The fingerprint is missing.",
                    "Probe, compare what it shows, then trust that one."));
        }
        if (f.atOnce() < 1 || f.atOnce() > MOST_AT_ONCE) {
            problems.add(problem("atOnce", "1 to " + MOST_AT_ONCE + " transfers can go at once.", "4 are usual."));
        }
        if (form.secret() != null && form.secret().length() > LONGEST_SECRET) {
            problems.add(problem("secret", "This is too long for a password or key.", "Paste the key alone."));
        }
        try {
            FolderTemplate.of(f.path());
        } catch (Invalid invalid) {
            problems.addAll(invalid.problems());
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        return f.withHost(f.host().strip(), f.port());
    }

    private static List<Problem> server(DestinationKind kind, FolderSettings f) {
        List<Problem> problems = new ArrayList<>();
        boolean byAddress = kind == DestinationKind.WEBDAV || kind == DestinationKind.CLOUD;
        if (byAddress && !SafeAddress.isWeb(f.host())) {
            problems.add(problem(
                    "host",
                    "This is not the address of a WebDAV server.",
                    "For example https://files.office.example/dav/."));
        } else if (!byAddress && !HostAddress.isValid(f.host().strip())) {
            problems.add(problem(
                    "host", "This is not the name or address of a server.", "For example files.office.example."));
        }
        if (f.port() < 0 || f.port() > 65_535) {
            problems.add(problem("port", "A port is a number up to 65535.", "0 uses the default."));
        }
        if (kind == DestinationKind.SMB && !f.share().strip().matches("[^\\\\/:*?\"<>|\\p{Cntrl}]{1,80}")) {
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
        if (consent.clientId().isBlank() || consent.clientId().length() > LONGEST || hasControl(consent.clientId())) {
            problems.add(problem(
                    "consent.clientId",
                    "The client's name is missing.",
                    "The cloud gives it when Courier is registered."));
        }
        if (consent.scope().length() > LONGEST || hasControl(consent.scope())) {
            problems.add(problem("consent.scope", "This is too long.", "Leave it empty for the cloud's default."));
        }
        return problems;
    }

    /** @throws Invalid when the form would send the kept secret elsewhere than where it was entered for */
    byte[] keptSecret(Destination saved, DestinationForm form) {
        if (saved.secret == null || form.folder() == null || form.secret() != null) {
            return saved.secret;
        }
        FolderSettings before = Json.read(saved.settings, FolderSettings.class);
        boolean same = saved.kind == form.kind()
                && before.host().equalsIgnoreCase(form.folder().host().strip())
                && before.port() == form.folder().port()
                && before.account().equals(form.folder().account())
                && before.consent().isSameClient(form.folder().consent());
        if (!same) {
            throw new Invalid(
                    "destination.secret",
                    "secret",
                    "The kept password is for another server or account.",
                    "Enter the password for this one.");
        }
        return saved.secret;
    }

    static LinkSettings checkLink(DestinationForm form) {
        LinkSettings link = Optional.ofNullable(form.link()).orElse(LinkSettings.USUAL);
        if (link.days() < 1 || link.days() > 90) {
            throw new Invalid("destination.days", "days", "A link is valid for 1 to 90 days.", "14 days are usual.");
        }
        return link;
    }

    private static boolean hasControl(String text) {
        return !PlainText.isLine(text);
    }

    private static Problem problem(String field, String sentence, String remedy) {
        return new Problem("destination." + field, field, sentence, remedy);
    }
}
