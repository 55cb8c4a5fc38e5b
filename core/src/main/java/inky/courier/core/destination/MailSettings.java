package inky.courier.core.destination;

import java.util.List;

/**
 * What a destination of mail has beside its recipients.
 *
 * @param copies addresses that get a copy of each mail
 * @param copyToSender whether who scans gets a copy
 * @param directEntry whether addresses that are in no list may be written at the device
 */
public record MailSettings(List<String> copies, boolean copyToSender, boolean directEntry) {
    public static final MailSettings USUAL = new MailSettings(List.of(), false, true);

    public MailSettings {
        copies = copies == null ? List.of() : List.copyOf(copies);
    }
}
