package inky.courier.core.delivery;

import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import java.time.Duration;
import java.util.Optional;

/**
 * A try that did not succeed.
 *
 * @param cause stable, for grouping
 * @param reply the far side's own words; empty when it said none
 * @param wish how long the far side asks to be left alone (Retry-After of RFC 9110 section 10.2.3, slow_down of RFC 8628)
 */
public record Setback(
        String cause,
        Message sentence,
        Message remedy,
        Lasting lasting,
        Cause.Scope scope,
        String reply,
        Optional<Duration> wish) {
    private static final int LONGEST_REPLY = 500;

    public Setback {
        String line = PlainText.line(reply);
        reply = line.length() > LONGEST_REPLY ? line.substring(0, LONGEST_REPLY) + "\u2026" : line;
    }

    public static Setback of(Cause cause, String reply) {
        return new Setback(
                cause.name(),
                cause.sentence(),
                cause.remedy(),
                cause.lasting(),
                cause.scope(),
                reply,
                Optional.empty());
    }

    /** Stands where a cause would, for what a person stopped. */
    public static final String CALLED_OFF = "CALLED_OFF";

    public static Setback calledOff(String who, String reason) {
        Message words = reason.isBlank()
                ? Message.of("delivery.called-off").with("who", who)
                : Message.of("delivery.called-off.reason").with("who", who).with("reason", reason.strip());
        return calledOff(words);
    }

    public static Setback calledOff(Message words) {
        return new Setback(
                CALLED_OFF, words, Message.none(), Lasting.FOR_GOOD, Cause.Scope.THIS_ONE, "", Optional.empty());
    }

    /** The same, said more exactly. */
    public Setback saying(Message exactly) {
        return new Setback(cause, exactly, remedy, lasting, scope, reply, wish);
    }

    /** What others who go the same way are told of it: never what the far side said of this one. */
    public Setback toOthers() {
        return new Setback(cause, sentence, remedy, lasting, scope, "", wish);
    }

    /** About this delivery alone, though the cause usually is about the way. */
    public Setback ofThisOne() {
        return new Setback(cause, sentence, remedy, lasting, Cause.Scope.THIS_ONE, reply, wish);
    }

    public Setback asking(Duration pause) {
        return new Setback(cause, sentence, remedy, lasting, scope, reply, Optional.of(pause));
    }

    public boolean isAboutTheRoute() {
        return scope == Cause.Scope.ROUTE && lasting != Lasting.FOR_GOOD;
    }
}
