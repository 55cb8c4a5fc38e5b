package inky.courier.web;

import org.springframework.http.HttpStatus;

/** A request that cannot be done, told to the person who asked. */
public class Refusal extends RuntimeException {
    private final HttpStatus status;
    private final String code;
    private final String remedy;

    public Refusal(HttpStatus status, String code, String sentence, String remedy) {
        super(sentence);
        this.status = status;
        this.code = code;
        this.remedy = remedy;
    }

    public static Refusal notFound(String what) {
        return new Refusal(
                HttpStatus.NOT_FOUND,
                "not-found",
                "There is no such " + what + ".",
                "It may have been deleted. Go back to the list.");
    }

    public HttpStatus status() {
        return status;
    }

    public String code() {
        return code;
    }

    public String remedy() {
        return remedy;
    }
}
