package inky.courier.intake;

import inky.courier.core.message.Message;
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
class IncomingScan {
    /** What became of it. */
    enum State {
        /** It is a delivery. */
        SENT,
        /** It waits for somebody who says whose it is, or by which job it goes. */
        UNCLAIMED,
        /** It was no scan: an answer, a bounce. */
        IGNORED,
        /** It could not be read. */
        REFUSED,
        /** Somebody removed it, or nobody claimed it in time. */
        REMOVED
    }

    @Id
    UUID id;

    @Version
    Long version;

    /** By which the same message is known again. */
    String key;

    @Enumerated(EnumType.STRING)
    Arrival.Way way = Arrival.Way.MAIL;

    Instant arrivedAt;

    /** The address that sent it; empty where it was fetched. */
    String source;

    String sender;
    String recipient;
    String subject;

    @Nullable
    UUID deviceId;

    @Nullable
    UUID jobId;

    @Nullable
    UUID personId;

    @Nullable
    UUID scanId;

    @Nullable
    UUID deliveryId;

    int pages;

    @Enumerated(EnumType.STRING)
    State state;

    /** Why it waits, was no scan or could not be read; empty for nothing. */
    Message why = Message.none();

    /** Name of who claimed or removed it; empty while nobody has. */
    String settledBy = "";

    @Nullable
    Instant settledAt;
}
