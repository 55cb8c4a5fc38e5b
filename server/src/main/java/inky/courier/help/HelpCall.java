package inky.courier.help;

import inky.courier.core.Invalid;
import inky.courier.core.text.PlainText;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import tools.jackson.core.type.TypeReference;

/** As it is kept. */
@Entity
class HelpCall {
    private static final int MOST_WORDS = 60;
    private static final int LONGEST = 300;
    private static final TypeReference<List<HelpWords>> WORDS = new TypeReference<>() {};

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

    /** Name of who did at the desk; empty while nobody has. */
    String answeredBy = "";

    @Nullable
    Instant endedAt;

    /** Name of who did at the desk; empty where whoever called ended it, or time did. */
    String endedBy = "";

    /** {@link HelpWords} as JSON. */
    String words = "[]";

    /** Who has been written down for having seen pages, separated by lines. */
    String pagesSeenBy = "";

    enum State {
        WAITING,
        ANSWERED,
        ENDED
    }

    State state() {
        if (endedAt != null) {
            return State.ENDED;
        }
        return answeredBy.isEmpty() ? State.WAITING : State.ANSWERED;
    }

    List<HelpWords> words() {
        return Json.read(words, WORDS);
    }

    /** @throws Refusal when it has ended @throws Invalid when nothing is said, or too much */
    void say(Instant at, boolean fromDesk, String text, @Nullable Integer pointsAt) {
        requireOpen();
        String line = PlainText.line(text).strip();
        if (line.length() > LONGEST || line.isEmpty() && pointsAt == null) {
            throw Invalid.of("help.words", "text");
        }
        List<HelpWords> all = new ArrayList<>(words());
        if (all.size() >= MOST_WORDS) {
            throw Refusal.of(HttpStatus.CONFLICT, "help.too-many-words");
        }
        all.add(new HelpWords(at, fromDesk, line, pointsAt));
        words = Json.write(all);
    }

    /** @throws Refusal when it has ended */
    void answer(String who) {
        requireOpen();
        answeredBy = who;
    }

    private void requireOpen() {
        if (endedAt != null) {
            throw Refusal.of(HttpStatus.CONFLICT, "help.ended");
        }
    }

    /** As it can be kept and shown. */
    static String line(String text) {
        String line = PlainText.line(text).strip();
        return line.length() > LONGEST ? line.substring(0, LONGEST) : line;
    }
}
