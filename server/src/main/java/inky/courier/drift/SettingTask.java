package inky.courier.drift;

import inky.courier.core.fleet.DeviceField;
import inky.courier.core.message.Message;
import inky.courier.web.Json;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** One device of a run. */
@Entity
class SettingTask {
    /** How it stands. */
    enum State {
        WAITING,
        /** It has been set, and says so. */
        SET,
        /** There was nothing to set: it was as wanted by then. */
        SAME,
        FAILED,
        /** It failed, and another run tries it once more. */
        REPEATED,
        /** Somebody stopped it before it began, or the device is no longer there. */
        STOPPED
    }

    @Id
    UUID id;

    UUID runId;
    UUID deviceId;
    String deviceName;
    String fields;

    @Enumerated(EnumType.STRING)
    State state = State.WAITING;

    /** How often the device had no time. */
    int tries;

    Message trouble = Message.none();
    Message remedy = Message.none();

    /** Null while it waits. */
    Instant endedAt;

    List<DeviceField> fields() {
        return Json.read(fields, new TypeReference<>() {});
    }

    void end(State as, Message why, Message whatToDo, Instant now) {
        state = as;
        trouble = why;
        remedy = whatToDo;
        endedAt = now;
    }
}
