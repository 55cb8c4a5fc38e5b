package inky.courier.core;

import inky.courier.core.message.Message;
import java.util.List;

/** A value that breaks a rule of the job; carries every problem found, so that a form can show them together. */
public class Invalid extends RuntimeException {
    private final transient List<Problem> problems;

    public Invalid(List<Problem> problems) {
        super(problems.isEmpty() ? "invalid" : problems.get(0).sentence().toString());
        this.problems = List.copyOf(problems);
    }

    /** One whose words stand under its code. */
    public static Invalid of(String code, String field) {
        return new Invalid(code, field, Message.of("problem." + code), Message.of("problem." + code + ".remedy"));
    }

    /** The same, said of a field of a form. */
    public Invalid at(String field) {
        return new Invalid(problems.stream()
                .map(p -> new Problem(p.code(), field, p.sentence(), p.remedy()))
                .toList());
    }

    /** The same, with what it is about in each sentence, where several things were given at once. */
    public Invalid about(String what) {
        String start = Character.toUpperCase(what.charAt(0)) + what.substring(1);
        return new Invalid(problems.stream()
                .map(p -> new Problem(p.code(), p.field(), about(start, p.sentence()), p.remedy()))
                .toList());
    }

    /** The same, with the line of a file in each sentence. */
    public Invalid inLine(int line) {
        return new Invalid(problems.stream()
                .map(p -> new Problem(
                        p.code(),
                        p.field(),
                        Message.of("problem.in-line").with("line", line).with("sentence", p.sentence()),
                        p.remedy()))
                .toList());
    }

    private static Message about(String what, Message sentence) {
        return Message.of("problem.about").with("what", what).with("sentence", sentence);
    }

    public Invalid(String code, String field, Message sentence, Message remedy) {
        this(List.of(new Problem(code, field, sentence, remedy)));
    }

    public List<Problem> problems() {
        return problems;
    }
}
