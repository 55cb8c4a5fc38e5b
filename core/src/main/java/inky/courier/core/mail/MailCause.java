package inky.courier.core.mail;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;
import inky.courier.core.delivery.Setback;
import java.util.regex.Pattern;

/** Why mail does not go: one cause, one sentence for a person, one remedy, and whether waiting helps. */
public enum MailCause implements Cause {
    NOT_SMTP(Lasting.UNTIL_MENDED),
    TLS_NOT_OFFERED(Lasting.UNTIL_MENDED),
    ENCRYPTION_NEEDED(Lasting.UNTIL_MENDED),
    SIGN_IN_REFUSED(Lasting.UNTIL_MENDED),
    SIGN_IN_TOO_WEAK(Lasting.UNTIL_MENDED),
    SIGN_IN_NEEDED(Lasting.UNTIL_MENDED),
    SENDER_REFUSED(Lasting.UNTIL_MENDED),
    RECIPIENT_UNKNOWN(Lasting.FOR_GOOD),
    ADDRESS_NOT_TAKEN(Lasting.FOR_GOOD),
    RECIPIENT_FULL(Lasting.PASSES),
    RELAY_REFUSED(Lasting.UNTIL_MENDED),
    TOO_LARGE(Lasting.FOR_GOOD),
    NO_ADDRESS_FOR_LINKS(Lasting.UNTIL_MENDED),
    SERVER_FULL(Lasting.PASSES),
    TRY_LATER(Lasting.PASSES),
    CONTENT_REFUSED(Lasting.FOR_GOOD),
    REFUSED(Lasting.FOR_GOOD);

    /** The customary words (common practice, no source). */
    private static final Pattern SENDER_REFUSED_AT_RECIPIENT =
            Pattern.compile("(?i)sender (address )?(rejected|refused|denied|not allowed)|not owned by user");

    private final Lasting lasting;

    MailCause(Lasting lasting) {
        this.lasting = lasting;
    }

    @Override
    public String area() {
        return "mail";
    }

    @Override
    public Lasting lasting() {
        return lasting;
    }

    /** A mailbox, a size or a content is about one message; all else about the server. */
    @Override
    public Scope scope() {
        return switch (this) {
            case NO_ADDRESS_FOR_LINKS,
                    RECIPIENT_UNKNOWN,
                    ADDRESS_NOT_TAKEN,
                    RECIPIENT_FULL,
                    RELAY_REFUSED,
                    TOO_LARGE,
                    CONTENT_REFUSED,
                    REFUSED -> Scope.THIS_ONE;
            default -> Scope.ROUTE;
        };
    }

    /**
     * What a negative reply at a step means. The enhanced code decides where there is one (RFC 3463; RFC 4954 section 6
     * for sign-in; RFC 1870 section 6 for sizes), else the reply code (RFC 5321 section 4.2.2).
     */
    public static MailCause of(MailStep step, SmtpReply reply) {
        boolean passes = reply.code() < 500;
        // Many servers judge the sender only when they know the recipient, and say so in words alone.
        if (step == MailStep.RECIPIENT
                && !passes
                && SENDER_REFUSED_AT_RECIPIENT.matcher(reply.words()).find()) {
            return SENDER_REFUSED;
        }
        String detail = reply.enhanced().map(e -> e.substring(2)).orElse("");
        return switch (detail) {
            case "1.1", "1.2", "1.3", "1.6", "1.10", "2.1" ->
                passes ? TRY_LATER : step == MailStep.SENDER ? SENDER_REFUSED : RECIPIENT_UNKNOWN;
            case "1.7", "1.8" -> SENDER_REFUSED;
            case "2.2" -> RECIPIENT_FULL;
            case "2.3", "3.4" -> TOO_LARGE;
            case "3.1" -> SERVER_FULL;
            case "6.0", "6.1", "6.2", "6.3" -> CONTENT_REFUSED;
            case "7.0" -> byCode(step, reply);
            case "7.1" -> passes ? TRY_LATER : notAuthorised(step);
            case "7.8" -> SIGN_IN_REFUSED;
            case "7.9" -> SIGN_IN_TOO_WEAK;
            case "7.11" -> ENCRYPTION_NEEDED;
            case "7.60" -> SENDER_REFUSED;
            default -> byCode(step, reply);
        };
    }

    /**
     * What a negative reply at a step is for a delivery. What passes, and was said of one recipient, says nothing about the
     * way for all others.
     */
    public static Setback met(MailStep step, SmtpReply reply) {
        Setback setback = Setback.of(of(step, reply), reply.line());
        return step == MailStep.RECIPIENT && setback.lasting() == Lasting.PASSES ? setback.ofThisOne() : setback;
    }

    private static MailCause notAuthorised(MailStep step) {
        return switch (step) {
            case SENDER -> SENDER_REFUSED;
            case RECIPIENT -> RELAY_REFUSED;
            case SIGNED_IN -> SIGN_IN_REFUSED;
            default -> CONTENT_REFUSED;
        };
    }

    private static MailCause byCode(MailStep step, SmtpReply reply) {
        return switch (reply.code()) {
            case 421, 450, 451, 454 -> TRY_LATER;
            case 452 -> SERVER_FULL;
            // RFC 3207 section 4 and RFC 4954 section 6 both use 530; before sign-in has been tried it is about the
            // line.
            case 530 ->
                step == MailStep.SIGNED_IN
                                || reply.words()
                                        .toUpperCase(java.util.Locale.ROOT)
                                        .contains("TLS")
                        ? ENCRYPTION_NEEDED
                        : SIGN_IN_NEEDED;
            case 534 -> SIGN_IN_TOO_WEAK;
            case 535 -> SIGN_IN_REFUSED;
            case 538 -> ENCRYPTION_NEEDED;
            case 550, 553 ->
                step == MailStep.SENDER
                        ? SENDER_REFUSED
                        : step == MailStep.RECIPIENT ? RECIPIENT_UNKNOWN : CONTENT_REFUSED;
            case 551 -> RELAY_REFUSED;
            case 552 -> TOO_LARGE;
            default -> reply.code() < 500 ? TRY_LATER : step == MailStep.SIGNED_IN ? SIGN_IN_REFUSED : REFUSED;
        };
    }
}
