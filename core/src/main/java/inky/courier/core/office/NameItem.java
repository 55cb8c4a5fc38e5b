package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.text.PlainText;
import java.util.UUID;

/** A template for file names. */
public record NameItem(UUID id, String name, String template) implements Item {
    public NameItem {
        Required.value(template, "template");
        name = Required.value(name, "name").strip();
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.NAME;
    }

    /** @throws Invalid when it is none, with each of its faults */
    public NameTemplate parsed() {
        TemplateParser.Parsed parsed = TemplateParser.parse(template, TemplateParser.Use.FILE_NAME);
        if (parsed instanceof TemplateParser.Valid valid) {
            return valid.template();
        }
        throw new Invalid(((TemplateParser.Faulty) parsed)
                .faults().stream()
                        .map(fault -> new Problem(fault.code(), "template", fault.sentence(), fault.remedy()))
                        .toList());
    }

    @Override
    public void check(Office office) {
        if (!PlainText.isName(name, 60)) {
            throw Invalid.of("name.name", "name");
        }
        parsed();
    }
}
