package inky.courier.core.reading;

import inky.courier.core.Invalid;

/** A program of the machine that a setting needs and that is not there. */
public class NotInstalled extends Invalid {
    public NotInstalled(String field, String sentence, String remedy) {
        super("workshop.notInstalled", field, sentence, remedy);
    }
}
