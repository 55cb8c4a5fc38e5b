package inky.courier.core;

import java.util.List;

/** A value that breaks a rule of the job; carries every problem found, so that a form can show them together. */
public class Invalid extends RuntimeException {
    private final transient List<Problem> problems;

    public Invalid(List<Problem> problems) {
        super(problems.isEmpty() ? "invalid" : problems.get(0).sentence());
        this.problems = List.copyOf(problems);
    }

    /** The same, said of a field of a form. */
    public Invalid at(String field) {
        return new Invalid(problems.stream()
                .map(p -> new Problem(p.code(), field, p.sentence(), p.remedy()))
                .toList());
    }

    /** The same, with what it is about in each sentence, where several things were given at once. */
    public Invalid about(String what) {
        String start = Character.toUpperCase(what.charAt(0)) + what.substring(1) + ": ";
        return new Invalid(problems.stream()
                .map(p -> new Problem(p.code(), p.field(), start + p.sentence(), p.remedy()))
                .toList());
    }

    public Invalid(String code, String field, String sentence, String remedy) {
        this(List.of(new Problem(code, field, sentence, remedy)));
    }

    public List<Problem> problems() {
        return problems;
    }
}
