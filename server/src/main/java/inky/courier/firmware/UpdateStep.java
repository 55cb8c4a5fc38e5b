package inky.courier.firmware;

import inky.courier.core.fleet.StagedUpdate.Step;
import inky.courier.core.message.Message;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** One device of an update. */
@Entity
@Table(name = "firmware_update_step")
class UpdateStep {
    @Id
    UUID id;

    UUID updateId;

    /** In which turn it comes. */
    int turn;

    UUID deviceId;
    String deviceName;
    String fromVersion;
    String toVersion;

    @Enumerated(EnumType.STRING)
    Step state = Step.WAITING;

    /** Of its update, 0 to 100. */
    int progress;

    Message trouble = Message.none();
    Message remedy = Message.none();

    /** Null while it waits. */
    Instant beganAt;

    /** Null until then. */
    Instant endedAt;

    /** Since when it has been tried in vain, because somebody scans there or it does not answer; null while it has not. */
    Instant busySince;

    void begin(Instant now) {
        state = Step.UPDATING;
        trouble = Message.none();
        beganAt = now;
    }

    void end(Step as, Message why, Message whatToDo, Instant now) {
        state = as;
        trouble = why;
        remedy = whatToDo;
        endedAt = now;
    }
}
