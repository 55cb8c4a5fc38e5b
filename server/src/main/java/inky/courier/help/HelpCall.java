package inky.courier.help;

import jakarta.annotation.Nullable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

/** As it is kept. */
@Entity
class HelpCall {
    @Id
    UUID id;

    @Version
    Long version;

    UUID deviceId;

    @Nullable
    UUID personId;

    Instant calledAt;

    @Enumerated(EnumType.STRING)
    HelpStep step;

    @Nullable
    UUID jobId;

    @Nullable
    UUID scanId;

    /** What the panel said was wrong, in the language of whoever stood there. */
    String shown;

    String wish;

    /** Of the desk; empty while nobody has. */
    String answeredBy = "";

    @Nullable
    Instant endedAt;

    /** Of the desk; empty where whoever called ended it, or time did. */
    String endedBy = "";

    /** {@link HelpCalls.HelpWords} as JSON. */
    String words = "[]";

    /** Who has been written down for having seen pages, separated by lines. */
    String pagesSeenBy = "";
}
