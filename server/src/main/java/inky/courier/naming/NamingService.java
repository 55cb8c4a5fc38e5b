package inky.courier.naming;

import inky.courier.core.destination.FolderSettings;
import inky.courier.core.job.Question;
import inky.courier.core.job.Zone;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.naming.TemplateParser.Fault;
import inky.courier.core.naming.TemplateParser.Faulty;
import inky.courier.core.naming.TemplateParser.Parsed;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.naming.TemplateParser.Valid;
import inky.courier.core.naming.Uniqueness;
import inky.courier.core.naming.Uniqueness.Repeats;
import inky.courier.core.naming.Uniqueness.RunsTogether;
import inky.courier.core.naming.Uniqueness.Verdict;
import inky.courier.core.naming.Vocabulary;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.LongList;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The file-name templates of the office. */
@Service
public class NamingService {
    private static final String EXTENSION = "pdf";
    private static final List<NameRules> USUAL_RULES = List.of(NameRules.MAIL, NameRules.WINDOWS, NameRules.POSIX);

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

    /** What a scan of a situation is called at one column's destinations, and what had to change for them. */
    public record PreviewName(String name, List<String> changes) {}

    /** @param names in the order of the columns */
    public record PreviewSituation(Message situation, List<PreviewName> names) {}

    /**
     * Destinations that take the same names.
     *
     * @param destinations in use by jobs with this template; none where no job has it yet
     * @param verdict whether two scans can get the same name there, in a sentence
     * @param consequences what happens then, of each destination
     * @param likely whether it will happen sooner or later
     */
    public record PreviewColumn(
            NameRules rules,
            List<String> destinations,
            boolean unique,
            boolean likely,
            Message verdict,
            List<Message> consequences) {}

    public record NamePreview(
            List<Fault> faults,
            List<PreviewPart> parts,
            List<PreviewColumn> columns,
            List<PreviewSituation> situations) {}

    @Transactional(readOnly = true)
    public List<NameView> list() {
        return all.get();
    }

    private List<NameView> read() {
        return LongList.ordered(setUp.office().all(NameItem.class).stream().map(this::view), NameView::name);
    }

    @Transactional(readOnly = true)
    public NameView get(UUID id) {
        // Whether names are unique takes a while to prove.
        return Cached.isWriting()
                ? view(setUp.get(NameItem.class, id))
                : all.get().stream()
                        .filter(name -> name.id().equals(id))
                        .findFirst()
                        .orElseGet(() -> view(setUp.get(NameItem.class, id)));
    }

    @Transactional(readOnly = true)
    public NameTemplate value(UUID id) {
        return setUp.get(NameItem.class, id).parsed();
    }

    /**
     * Reads a template as it is being written: where it is wrong, and what it would give.
     *
     * @param id of the kept one that is being changed, for the destinations that get its names; null for a new one
     */
    @Transactional(readOnly = true)
    public NamePreview preview(@Nullable UUID id, String template) {
        Parsed parsed = TemplateParser.parse(template, Use.FILE_NAME);
        if (parsed instanceof Faulty faulty) {
            return new NamePreview(faulty.faults(), List.of(), List.of(), List.of());
        }
        NameTemplate valid = ((Valid) parsed).template();
        NameValues usual = values(InventedScans.USUAL, valid);
        List<PreviewPart> parts = valid.parts().stream()
                .map(part -> new PreviewPart(part.start(), part.end(), part.fill(usual)))
                .toList();
        List<PreviewColumn> columns = columns(id, valid);
        List<PreviewSituation> situations = Stream.of(InventedScans.values())
                .map(scan -> new PreviewSituation(
                        scan.words(),
                        columns.stream()
                                .map(column -> named(valid, scan, column.rules))
                                .toList()))
                .toList();
        return new NamePreview(List.of(), parts, columns, situations);
    }

    private PreviewName named(NameTemplate template, InventedScans scan, NameRules rules) {
        NameRules.Fitted fitted = rules.fit(template.fill(values(scan, template)), EXTENSION);
        return new PreviewName(fitted.name(), fitted.changes());
    }

    /** Answers are as the first job that asks them would have them; a question that no job asks yet, and a zone, answer themselves. */
    private NameValues values(InventedScans scan, NameTemplate template) {
        ZonedDateTime now = clock.instant().atZone(zone);
        Map<String, String> answers = new HashMap<>();
        template.answers().forEach(key -> answers.put(key, key));
        questions()
                .filter(question -> answers.containsKey(question.key()))
                .forEach(question ->
                        answers.replace(question.key(), question.key(), question.sample(now.toLocalDate())));
        Map<String, String> zones = new HashMap<>();
        template.zones().forEach(key -> zones.put(key, key));
        return scan.values(now, answers, zones);
    }

    /** Of all jobs, by the names of the jobs. */
    private Stream<Question> questions() {
        return setUp.office().all(JobItem.class).stream()
                .sorted(Comparator.comparing(JobItem::name))
                .flatMap(job -> job.asks().questions().stream());
    }

    /** What can be written in a template: fields, and the answers to the questions of jobs. */
    List<Vocabulary.Word> fields(Use use) {
        Map<String, Vocabulary.Word> answers = new LinkedHashMap<>();
        questions()
                .forEach(question ->
                        answers.putIfAbsent(question.key(), Vocabulary.answer(question.key(), question.label())));
        Stream<Vocabulary.Word> zones = use == Use.STAMP
                ? Stream.of()
                : setUp.office().all(JobItem.class).stream()
                        .flatMap(job -> job.zones().stream())
                        .map(Zone::key)
                        .distinct()
                        .sorted()
                        .map(Vocabulary::zone);
        return Stream.of(Vocabulary.fields(use).stream(), answers.values().stream(), zones)
                .flatMap(Function.identity())
                .toList();
    }

    private List<PreviewColumn> columns(@Nullable UUID id, NameTemplate template) {
        Map<NameRules, List<DestinationItem>> used = inUse(id);
        List<NameRules> rules = used.isEmpty() ? USUAL_RULES : List.copyOf(used.keySet());
        return rules.stream()
                .map(rule -> column(template, rule, used.getOrDefault(rule, List.of())))
                .toList();
    }

    private Map<NameRules, List<DestinationItem>> inUse(@Nullable UUID id) {
        Office office = setUp.office();
        Map<NameRules, List<DestinationItem>> used = new TreeMap<>();
        office.all(JobItem.class).stream()
                .filter(job -> job.templateId().equals(id))
                .flatMap(job -> job.targets().stream())
                .flatMap(target -> office.find(new Reference(ItemKind.DESTINATION, target.destinationId())).stream())
                .map(DestinationItem.class::cast)
                .distinct()
                .sorted(Comparator.comparing(DestinationItem::name))
                .forEach(destination -> used.computeIfAbsent(destination.kind().names(), rule -> new ArrayList<>())
                        .add(destination));
        return used;
    }

    private PreviewColumn column(NameTemplate template, NameRules rules, List<DestinationItem> destinations) {
        Verdict verdict = Uniqueness.of(template, rules, EXTENSION, zone);
        List<Message> consequences = !(verdict instanceof Repeats)
                ? List.of()
                : destinations.stream()
                        .filter(destination -> destination.settings() instanceof FolderSettings)
                        .map(destination -> Message.of("names.taken."
                                        + ((FolderSettings) destination.settings())
                                                .whenTaken()
                                                .name()
                                                .toLowerCase(Locale.ROOT))
                                .with("destination", destination.name()))
                        .toList();
        return new PreviewColumn(
                rules,
                destinations.stream().map(DestinationItem::name).toList(),
                verdict.isUnique(),
                verdict instanceof Repeats repeats && repeats.isLikely(),
                sentence(template, verdict),
                consequences);
    }

    private static Message sentence(NameTemplate template, Verdict verdict) {
        if (verdict instanceof Repeats repeats) {
            Message said = Message.of(repeats.oneIn() > 1 ? "names.repeats.by-chance" : "names.repeats")
                    .with("how", repeats.differences())
                    .with("name", repeats.name());
            return repeats.oneIn() > 1 ? said.with("n", (long) Math.min(repeats.oneIn(), 1e15)) : said;
        }
        if (verdict instanceof RunsTogether run) {
            return Message.of("names.runs-together")
                    .with("fields", template.text().substring(run.start(), run.end()));
        }
        return Message.of("names.unique");
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

    /** An invented scan of now, to show by it what a template gives. */
    public NameValues example() {
        return InventedScans.USUAL.values(clock.instant().atZone(zone), Map.of(), Map.of());
    }

    private NameView view(NameItem name) {
        NameTemplate template = name.parsed();
        return new NameView(
                name.id(),
                name.name(),
                name.template(),
                named(template, InventedScans.USUAL, NameRules.MAIL).name(),
                Uniqueness.of(template, NameRules.MAIL, EXTENSION, zone) instanceof Repeats repeats
                        && repeats.isLikely(),
                SetUp.versionOf(name));
    }
}
