package inky.courier.naming;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.naming.TemplateParser.Fault;
import inky.courier.core.naming.TemplateParser.Faulty;
import inky.courier.core.naming.TemplateParser.Parsed;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.naming.TemplateParser.Valid;
import inky.courier.core.text.PlainText;
import inky.courier.dependents.Dependents;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The file-name templates of the office. */
@Service
public class NamingService {
    private final NameRepository names;
    private final Dependents dependents;
    private final ChangeLog changes;
    private final Cached<List<NameView>> all;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;

    NamingService(NameRepository names, Dependents dependents, ChangeLog changes, Live live, Clock clock, ZoneId zone) {
        this.names = names;
        this.dependents = dependents;
        this.changes = changes;
        this.live = live;
        this.all = new Cached<>(live, this::read, "name");
        this.clock = clock;
        this.zone = zone;
    }

    public record NameForm(String name, String template) {}

    /** @param example what a scan made now would be called */
    public record NameView(UUID id, String name, String template, String example, boolean mayRepeat) {}

    /** One field or run of text with what it gives in the example. */
    public record PreviewPart(int start, int end, String value) {}

    /** An example for one kind of destination, and what had to change for it. */
    public record PreviewName(String situation, NameRules rules, String name, List<String> changes) {}

    public record NamePreview(
            List<Fault> faults, List<PreviewPart> parts, boolean mayRepeat, List<PreviewName> names) {}

    @Transactional(readOnly = true)
    public List<NameView> list() {
        return all.get();
    }

    private List<NameView> read() {
        return LongList.ordered(names.findAll().stream().map(this::view), NameView::name);
    }

    @Transactional(readOnly = true)
    public NameView get(UUID id) {
        return view(find(id));
    }

    @Transactional(readOnly = true)
    public NameTemplate value(UUID id) {
        return read(find(id).template);
    }

    /** Reads a template as it is being written: where it is wrong, and what it would give. */
    public NamePreview preview(String template) {
        Parsed parsed = TemplateParser.parse(template, Use.FILE_NAME);
        if (parsed instanceof Faulty faulty) {
            return new NamePreview(faulty.faults(), List.of(), false, List.of());
        }
        NameTemplate valid = ((Valid) parsed).template();
        NameValues usual = sample("Tamsin Orrell", "t.orrell", "Front desk", "Cargo manifest");
        List<PreviewPart> parts = valid.parts().stream()
                .map(part -> new PreviewPart(part.start(), part.end(), part.fill(usual)))
                .toList();
        List<PreviewName> examples = new ArrayList<>();
        addExamples(examples, "The usual scan", valid, usual);
        addExamples(
                examples,
                "Letters beyond a to z",
                valid,
                sample("\u00c1sa Kj\u00f8lv", "\u00e1.kj\u00f8lv", "M\u00e5se pier", "T\u00f8mmer / \u00f8st"));
        addExamples(
                examples,
                "Signs in the words",
                valid,
                sample("Brannoc Lyle", "b.lyle", "Yard: office", "Ropes / 2nd hold?"));
        return new NamePreview(List.of(), parts, valid.mayRepeat(), examples);
    }

    @Transactional
    public NameView add(NameForm form) {
        Name name = new Name();
        name.createdAt = clock.instant();
        return save(name, form, null);
    }

    @Transactional
    public NameView change(UUID id, NameForm form) {
        Name name = find(id);
        return save(name, form, view(name));
    }

    @Transactional
    public void delete(UUID id) {
        Name name = find(id);
        dependents.letGo(Dependents.Kind.NAME, id, name.name);
        names.delete(name);
        changes.record("name", id, name.name, view(name), null);
        live.tell("name", id);
    }

    private NameView save(Name name, NameForm form, NameView before) {
        if (!PlainText.isName(form.name(), 60)) {
            throw new Invalid(
                    "name.name",
                    "name",
                    "A template needs a name of 1 to 60 characters.",
                    "Name what distinguishes its files.");
        }
        name.name = form.name().strip();
        name.template = form.template();
        read(form.template());
        names.saveAndFlush(name);
        changes.record("name", name.id, name.name, before, view(name));
        live.tell("name", name.id);
        return view(name);
    }

    private static NameTemplate read(String template) {
        Parsed parsed = TemplateParser.parse(template, Use.FILE_NAME);
        if (parsed instanceof Valid valid) {
            return valid.template();
        }
        throw new Invalid(((Faulty) parsed)
                .faults().stream()
                        .map(fault -> new Problem(fault.code(), "template", fault.sentence(), fault.remedy()))
                        .toList());
    }

    private static void addExamples(List<PreviewName> out, String situation, NameTemplate template, NameValues values) {
        for (NameRules rules : List.of(NameRules.MAIL, NameRules.WINDOWS, NameRules.POSIX)) {
            NameRules.Fitted fitted = rules.fit(template.fill(values), "pdf");
            out.add(new PreviewName(situation, rules, fitted.name(), fitted.changes()));
        }
    }

    private NameValues sample(String person, String login, String device, String job) {
        return new NameValues(
                clock.instant().atZone(zone),
                person,
                login,
                device,
                "Quay House",
                job,
                4,
                "document",
                "Berth 4",
                scope -> 17);
    }

    private Name find(UUID id) {
        return names.findById(id).orElseThrow(() -> Refusal.notFound("file-name template"));
    }

    private NameView view(Name name) {
        NameTemplate template = read(name.template);
        NameValues values = sample("Tamsin Orrell", "t.orrell", "Front desk", "Cargo manifest");
        return new NameView(
                name.id,
                name.name,
                name.template,
                NameRules.MAIL.fit(template.fill(values), "pdf").name(),
                template.mayRepeat());
    }
}
