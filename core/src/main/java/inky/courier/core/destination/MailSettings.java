package inky.courier.core.destination;

import java.util.List;
import java.util.Objects;

/**
 * Of a destination of mail.
 *
 * @param recipients fixed addresses; empty where they are chosen otherwise
 * @param copies addresses that get a copy of each mail
 * @param copyToSender whether who scans gets a copy
 * @param directEntry whether addresses that are in no list may be entered at the device
 */
public record MailSettings(List<String> recipients, List<String> copies, boolean copyToSender, boolean directEntry)
        implements DestinationSettings {
    public static final MailSettings USUAL = new MailSettings(List.of(), List.of(), false, true);

    public MailSettings {
        recipients = stripped(recipients);
        copies = stripped(copies);
    }

    private static List<String> stripped(List<String> addresses) {
        return addresses == null
                ? List.of()
                : addresses.stream()
                        .filter(Objects::nonNull)
                        .map(String::strip)
                        .filter(address -> !address.isEmpty())
                        .distinct()
                        .toList();
    }

    public MailSettings to(List<String> others) {
        return new MailSettings(others, copies, copyToSender, directEntry);
    }
}
