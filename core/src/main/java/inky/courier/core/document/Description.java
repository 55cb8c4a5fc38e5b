package inky.courier.core.document;

import java.time.Instant;
import java.time.ZoneId;

/** What a file says of itself. */
public record Description(String title, String author, Instant created, ZoneId zone) {
    public static final String PRODUCER = "Inky Courier";
}
