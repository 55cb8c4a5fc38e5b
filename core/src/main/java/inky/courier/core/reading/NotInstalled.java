package inky.courier.core.reading;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;

/** A program of the machine that a setting needs and that is not there. */
public class NotInstalled extends Invalid {
    public NotInstalled(String field, Message sentence, Message remedy) {
        super("workshop.notInstalled", field, sentence, remedy);
    }
}
