package inky.courier.core.naming;

import java.util.function.Function;

/** The fields that are plain values of a scan. */
enum Field {
    PERSON_NAME("person.name", v -> v.person().name()),
    PERSON_LOGIN("person.login", v -> v.person().login()),
    PERSON_MAIL("person.mail", v -> v.person().mail()),
    DEVICE_NAME("device.name", v -> v.device().name()),
    DEVICE_PLACE("device.place", v -> v.device().place()),
    PERSON_GROUP("person.group", v -> v.person().group()),
    JOB("job", v -> v.job().name()),
    PROFILE("profile", v -> v.job().profile()),
    /** Of a stamp. */
    PAGE("page", v -> Integer.toString(v.contents().number())),
    PAGES("pages", v -> Integer.toString(v.contents().pages())),
    KIND("kind", v -> v.contents().kind()),
    SEPARATOR("separator", v -> v.contents().separator()),
    BARCODE("barcode", v -> v.contents().barcode()),
    FILE_NUMBER("file.number", v -> Integer.toString(v.contents().number())),
    FILE_COUNT("file.count", v -> Integer.toString(v.contents().count()));

    private final String word;
    private final Function<NameValues, String> value;

    Field(String word, Function<NameValues, String> value) {
        this.word = word;
        this.value = value;
    }

    /** Pages are stamped before it is known what they are and which file they go into. */
    boolean isFor(TemplateParser.Use use) {
        return switch (this) {
            case PAGE -> use == TemplateParser.Use.STAMP;
            case KIND, SEPARATOR, BARCODE, FILE_NUMBER, FILE_COUNT -> use != TemplateParser.Use.STAMP;
            default -> true;
        };
    }

    String word() {
        return word;
    }

    String of(NameValues values) {
        return value.apply(values);
    }
}
