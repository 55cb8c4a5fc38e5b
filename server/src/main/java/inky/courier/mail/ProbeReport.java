package inky.courier.mail;

import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.MailStep;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;

/**
 * What a probe found.
 *
 * @param dialogue every line of both sides, secrets masked
 * @param announcedSizeMb what the server takes by its SIZE (RFC 1870); 0 when it does not say
 */
public record ProbeReport(
        Instant at,
        boolean passed,
        List<StepResult> steps,
        @Nullable MailCause cause,
        String sentence,
        String remedy,
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
    public record StepResult(MailStep step, String title, StepState state, long millis, String farSide, String note) {}

    /** @param trusted whether strict checking passes */
    public record Certificate(
            String subject,
            String issuer,
            Instant from,
            Instant until,
            String fingerprint,
            boolean trusted,
            String verdict) {}
}
