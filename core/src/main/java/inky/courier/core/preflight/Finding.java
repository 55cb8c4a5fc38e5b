package inky.courier.core.preflight;

/**
 * Something that will go wrong, found before anybody scans.
 *
 * @param code stable, for programs
 * @param place the name of the job, device or server that it is about
 */
public record Finding(String code, Severity severity, String place, String sentence, String remedy) {
    public enum Severity {
        /** The job cannot work. */
        STOPS,
        /** It works, but somebody would be surprised. */
        CARE
    }
}
