package inky.courier.naming;

import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.naming.TemplateParser.Fault;
import inky.courier.core.naming.TemplateParser.Faulty;
import inky.courier.core.naming.TemplateParser.Parsed;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.naming.TemplateParser.Valid;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Reference;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.LongList;
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
    private final SetUp setUp;
    private final Cached<List<NameView>> all;
    private final Clock clock;
    private final ZoneId zone;

    NamingService(SetUp setUp, Live live, Clock clock, ZoneId zone) {
        this.setUp = setUp;
        this.all = new Cached<>(live, this::read, "name");
        this.clock = clock;
        this.zone = zone;
    }

    public record NameForm(String name, String template) {}

    /** @param example what a scan made now would be called */
    public record NameView(UUID id, String name, String template, String example, boolean mayRepeat, String version) {}

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
        return LongList.ordered(setUp.office().all(NameItem.class).stream().map(this::view), NameView::name);
    }

    @Transactional(readOnly = true)
    public NameView get(UUID id) {
        return view(setUp.get(NameItem.class, id));
    }

    @Transactional(readOnly = true)
    public NameTemplate value(UUID id) {
        return setUp.get(NameItem.class, id).parsed();
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
        return save(UUID.randomUUID(), form, "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public NameView change(UUID id, NameForm form, String version) {
        setUp.get(NameItem.class, id);
        return save(id, form, version);
    }

    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.NAME, id)));
    }

    private NameView save(UUID id, NameForm form, String version) {
        NameItem item = new NameItem(id, form.name(), form.template());
        setUp.change(Wish.put(item).of(version));
        return view(item);
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

    private NameView view(NameItem name) {
        NameTemplate template = name.parsed();
        NameValues values = sample("Tamsin Orrell", "t.orrell", "Front desk", "Cargo manifest");
        return new NameView(
                name.id(),
                name.name(),
                name.template(),
                NameRules.MAIL.fit(template.fill(values), "pdf").name(),
                template.mayRepeat(),
                SetUp.versionOf(name));
    }
}
