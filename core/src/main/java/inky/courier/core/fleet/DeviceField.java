package inky.courier.core.fleet;

import inky.courier.core.message.Message;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** A setting that a device keeps itself. Values are text, in the form said at each. */
public enum DeviceField {
    /** By which it calls itself: {@code printer-name} or {@code printer-info}, RFC 8011 section 5.4. */
    NAME,
    /** Where it says that it stands: {@code printer-location}, RFC 8011 section 5.4.5. */
    PLACE,
    /** Whom to ask: {@code printer-contact-col}, PWG 5100.22; {@code sysContact}, RFC 3418. */
    CONTACT,
    /** In which it speaks, as a tag of BCP 47: {@code natural-language-configured}, RFC 8011 section 5.4.19. */
    LANGUAGE,
    /** Whole minutes without work after which it sleeps. */
    SLEEP,
    /** Name or address of the server that it has the time from (NTP). */
    TIME_SERVER,
    /** Whole seconds after which it signs out somebody who does nothing. */
    SIGN_OUT,
    /** Whether it scans through Courier or by itself, as {@link DeviceMode#keyword}. */
    MODE;

    /** IPP has no more for a name or a place: RFC 8011 sections 5.4.4 and 5.4.5, in octets of UTF-8. */
    public static final int MOST_OCTETS = 127;

    /** Whether it follows from what the device is called, where it stands and how its panel is, and is not said apart. */
    public boolean isOfDevice() {
        return switch (this) {
            case NAME, PLACE, LANGUAGE, SIGN_OUT -> true;
            case CONTACT, SLEEP, TIME_SERVER, MODE -> false;
        };
    }

    public Message words() {
        return Message.of("device.field." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }

    /** Whether two values mean the same. A device that speaks a variety of a language speaks that language (RFC 4647, section 3.3.1). */
    public boolean isSame(String wanted, String there) {
        String one = wanted.strip();
        String other = there.strip();
        return switch (this) {
            case LANGUAGE -> {
                String range = one.toLowerCase(Locale.ROOT);
                String tag = other.toLowerCase(Locale.ROOT);
                yield tag.equals(range) || tag.startsWith(range + "-");
            }
            case TIME_SERVER -> one.equalsIgnoreCase(other);
            default -> one.equals(other);
        };
    }

    /** As much of a text as a device takes, cut between characters. */
    public static String fitting(String text) {
        String line = text.strip();
        while (line.getBytes(StandardCharsets.UTF_8).length > MOST_OCTETS) {
            line = line.substring(0, line.offsetByCodePoints(line.length(), -1));
        }
        return line.strip();
    }
}
