package inky.courier.destination;

import inky.courier.core.Invalid;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.LinkSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.destination.DestinationService.DestinationForm;
import inky.courier.web.Json;
import java.util.Optional;
import java.util.UUID;

/** What is entered for a destination. */
final class FolderForms {
    static final int LONGEST_SECRET = 8_000;

    private FolderForms() {}

    static DestinationItem item(UUID id, DestinationForm form) {
        return new DestinationItem(
                id,
                form.name(),
                form.kind(),
                Optional.ofNullable(form.routeId()).orElse(DestinationItem.NOTHING),
                form.recipients(),
                Optional.ofNullable(form.folder()).orElse(FolderSettings.BLANK),
                Optional.ofNullable(form.link()).orElse(LinkSettings.USUAL),
                Optional.ofNullable(form.mail()).orElse(MailSettings.USUAL),
                Optional.ofNullable(form.ownerId()).orElse(DestinationItem.NOTHING));
    }

    /** @throws Invalid when it is too long for one */
    static void checkSecret(DestinationForm form) {
        if (form.secret() != null && form.secret().length() > LONGEST_SECRET) {
            throw new Invalid(
                    "destination.secret",
                    "secret",
                    Message.of("problem.destination.secret.secret"),
                    Message.of("problem.destination.secret.secret.remedy"));
        }
    }

    /** @throws Invalid when the form would send the kept secret elsewhere than where it was entered for */
    static byte[] keptSecret(Destination saved, DestinationForm form) {
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
                    Message.of("problem.destination.secret.elsewhere"),
                    Message.of("problem.destination.secret.elsewhere.remedy"));
        }
        return saved.secret;
    }
}
