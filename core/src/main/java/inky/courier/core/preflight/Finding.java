package inky.courier.core.preflight;

import inky.courier.core.message.Message;
import inky.courier.core.office.Item;
import inky.courier.core.office.Reference;

/**
 * Something that will go wrong, found before anybody scans.
 *
 * @param code stable, for programs
 * @param subject what it is about, and {@code place} its name
 * @param mends whether Courier can change the set-up so that it is not found any more
 */
public record Finding(
        String code,
        Severity severity,
        Reference subject,
        String place,
        Message sentence,
        Message remedy,
        boolean mends) {
    public enum Severity {
        /** The job cannot work. */
        STOPS,
        /** It works, but somebody would be surprised. */
        CARE
    }

    /** About a thing of the set-up; its words stand under its code. */
    static Finding of(String code, Severity severity, Item item) {
        return new Finding(
                code, severity, item.reference(), item.name(), Message.of(code), Message.of(code + ".remedy"), false);
    }

    Finding with(String name, Object value) {
        return saying(sentence.with(name, value), remedy);
    }

    Finding saying(Message other, Message otherRemedy) {
        return new Finding(code, severity, subject, place, other, otherRemedy, mends);
    }

    /** The same where it is so for some only, and the others work. */
    public Finding only(Message ofSome) {
        return new Finding(code, Severity.CARE, subject, place, ofSome, remedy, false);
    }

    Finding mending(boolean possible) {
        return new Finding(code, severity, subject, place, sentence, remedy, possible);
    }
}
