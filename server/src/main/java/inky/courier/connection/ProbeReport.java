package inky.courier.connection;

import inky.courier.core.message.Message;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;

/**
 * What a probe found.
 *
 * @param cause stable; null when it passed
 * @param dialogue every line of both sides, secrets masked
 * @param announcedSizeMb what a mail server takes by its SIZE (RFC 1870); 0 when it does not say
 */
public record ProbeReport(
        Instant at,
        boolean passed,
        List<StepResult> steps,
        @Nullable String cause,
        Message sentence,
        Message remedy,
        @Nullable Certificate certificate,
        int announcedSizeMb,
        List<String> dialogue) {

    public enum StepState {
        PASSED,
        /** Passed, but somebody should look. */
        CARE,
        FAILED,
        NOT_TRIED
    }

    /** @param farSide the server's words; {@code note} is Courier's */
    public record StepResult(String step, Message title, StepState state, long millis, String farSide, Message note) {}

    /**
     * What the far side showed of itself: a certificate, or the key of an SSH server.
     *
     * @param trusted whether strict checking passes
     */
    public record Certificate(
            String subject,
            String issuer,
            @Nullable Instant from,
            @Nullable Instant until,
            String fingerprint,
            boolean trusted,
            Message verdict) {}

    public ProbeReport withAnnouncedSize(int megabytes) {
        return new ProbeReport(at, passed, steps, cause, sentence, remedy, certificate, megabytes, dialogue);
    }

    public ProbeReport withCertificate(Certificate shown) {
        return new ProbeReport(at, passed, steps, cause, sentence, remedy, shown, announcedSizeMb, dialogue);
    }
}
