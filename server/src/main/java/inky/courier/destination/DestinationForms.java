package inky.courier.destination;

import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationSettings;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.web.Json;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;

/** What is entered for a destination. */
final class DestinationForms {
    static final int LONGEST_SECRET = 8_000;

    private DestinationForms() {}

    /** @throws Invalid when something cannot be read as what it should be */
    static DestinationItem item(UUID id, DestinationForm form) {
        return new DestinationItem(
                id, form.name(), form.kind(), form.routeId(), settings(form.kind(), form.settings()), form.ownerId());
    }

    private static DestinationSettings settings(DestinationKind kind, Map<String, Object> entered) {
        try {
            return entered == null ? kind.usual() : Json.changed(kind.usual(), kind.settingsType(), entered);
        } catch (JacksonException e) {
            String field = e instanceof DatabindException where
                    ? where.getPath().stream()
                            .map(step -> step.getPropertyName() == null ? "" + step.getIndex() : step.getPropertyName())
                            .collect(Collectors.joining("."))
                    : "settings";
            throw new Invalid(
                    "destination.setting",
                    field,
                    Message.of("problem.destination.setting").with("name", field),
                    Message.of("problem.destination.setting.remedy"));
        }
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
    static byte[] keptSecret(Destination saved, DestinationForm form, DestinationItem wanted) {
        if (saved.secret == null || form.secret() != null || !wanted.kind().hasFolderSettings()) {
            return saved.secret;
        }
        boolean same = saved.kind == wanted.kind()
                && saved.item()
                        .settings(FolderSettings.class)
                        .flatMap(before -> wanted.settings(FolderSettings.class).map(before::isSameAccount))
                        .orElse(true);
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
