package inky.courier.web;

import inky.courier.core.message.Message;
import org.springframework.http.HttpStatus;

/** A request that cannot be done, told to the person who asked. */
public class Refusal extends RuntimeException {
    private final HttpStatus status;
    private final String code;
    private final transient Message sentence;
    private final transient Message remedy;

    public Refusal(HttpStatus status, String code, Message sentence, Message remedy) {
        super(sentence.toString());
        this.status = status;
        this.code = code;
        this.sentence = sentence;
        this.remedy = remedy;
    }

    /** One whose words stand under its code. */
    public static Refusal of(HttpStatus status, String code) {
        return new Refusal(status, code, Message.of("problem." + code), Message.of("problem." + code + ".remedy"));
    }

    /** @param what in the words of the code, which says it of each in a sentence of its own: "scan profile" */
    public static Refusal notFound(String what) {
        return new Refusal(
                HttpStatus.NOT_FOUND,
                "not-found",
                Message.of("problem.not-found." + what.replace(' ', '-')),
                Message.of("problem.not-found.remedy"));
    }

    public HttpStatus status() {
        return status;
    }

    public String code() {
        return code;
    }

    public Message sentence() {
        return sentence;
    }

    public Message remedy() {
        return remedy;
    }
}
