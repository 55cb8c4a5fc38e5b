package inky.courier.core.preflight;

import inky.courier.core.message.Message;

/**
 * Something that will go wrong, found before anybody scans.
 *
 * @param code stable, for programs
 * @param place the name of the job, device or server that it is about
 */
public record Finding(String code, Severity severity, String place, Message sentence, Message remedy) {
    public enum Severity {
        /** The job cannot work. */
        STOPS,
        /** It works, but somebody would be surprised. */
        CARE
    }

    /** A finding whose code is that of its words too. */
    static Finding of(String code, Severity severity, String place) {
        return new Finding(code, severity, place, Message.of(code), Message.of(code + ".remedy"));
    }

    Finding with(String name, Object value) {
        return new Finding(code, severity, place, sentence.with(name, value), remedy);
    }
}
