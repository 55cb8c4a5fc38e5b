package inky.courier.preflight;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.core.preflight.Finding;
import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.preflight.Preflight;
import inky.courier.core.preflight.Surroundings;
import inky.courier.core.preflight.WholeOffice;
import inky.courier.core.text.PlainText;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.panel.PanelNames;
import inky.courier.panel.PanelNames.PanelName;
import inky.courier.panel.PanelPlaces;
import inky.courier.setup.ItemChange;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** All that preflight finds, of the set-up as a whole and of each job at each device. */
@Service
public class Findings {
    /** Longer than this nobody remembers why. */
    private static final int LONGEST_DAYS = 366;

    private static final int LONGEST_REASON = 200;

    private final SetUp setUp;
    private final WhatIsKnown known;
    private final PanelPlaces panels;
    private final AcceptedRepository accepted;
    private final ChangeLog changes;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;
    private final Cached<List<PreflightFinding>> all;

    @Nullable
    private Checked last;

    Findings(
            SetUp setUp,
            WhatIsKnown known,
            PanelPlaces panels,
            AcceptedRepository accepted,
            ChangeLog changes,
            Live live,
            Clock clock,
            ZoneId zone) {
        this.setUp = setUp;
        this.known = known;
        this.panels = panels;
        this.accepted = accepted;
        this.changes = changes;
        this.live = live;
        this.clock = clock;
        this.zone = zone;
        all = new Cached<>(
                live,
                this::read,
                "panel",
                "device",
                "job",
                "profile",
                "name",
                "destination",
                "mail-server",
                "directory",
                "person",
                "settings",
                "finding");
    }

    /** @param until the last day on which it counts */
    public record Acceptance(String reason, String by, LocalDate until) {}

    /**
     * @param name of what it is about
     * @param panels on which it is so; none where it is so wherever
     * @param mends whether Courier can mend it from the list
     * @param acceptance absent where nobody has accepted it, or the time of that is over
     */
    public record PreflightFinding(
            String code,
            Severity severity,
            ItemKind kind,
            UUID id,
            String name,
            Message sentence,
            Message remedy,
            PanelNames panels,
            boolean mends,
            @Nullable Acceptance acceptance) {}

    @Transactional(readOnly = true)
    public List<PreflightFinding> list() {
        return all.get();
    }

    /** How many nobody has accepted. */
    @Transactional(readOnly = true)
    public int open() {
        return (int)
                all.get().stream().filter(found -> found.acceptance == null).count();
    }

    private record Where(Finding finding, PanelNames panels, boolean mends) {}

    private List<PreflightFinding> read() {
        Map<String, Accepted> byKey =
                accepted.findAll().stream().collect(Collectors.toMap(Findings::key, Function.identity()));
        LocalDate today = LocalDate.now(clock.withZone(zone));
        return found().stream()
                .map(where -> view(where, byKey.get(key(where.finding)), today))
                .sorted(Comparator.comparing(PreflightFinding::severity)
                        .thenComparing(PreflightFinding::kind)
                        .thenComparing(PreflightFinding::name))
                .toList();
    }

    private List<Where> found() {
        List<Where> found = new ArrayList<>();
        for (Finding finding : inAll(setUp.office(), known.now())) {
            found.add(new Where(finding, PanelNames.NONE, finding.mends()));
        }
        Map<Finding, List<PanelName>> atDevices = new LinkedHashMap<>();
        for (PanelPlaces.PanelRow panel : panels.list()) {
            for (Finding finding : panel.findings()) {
                atDevices
                        .computeIfAbsent(finding, f -> new ArrayList<>())
                        .add(new PanelName(panel.deviceId(), panel.deviceName()));
            }
        }
        // Those are mended at the panel, where it is seen what takes which place.
        atDevices.forEach((finding, all) -> found.add(new Where(finding, PanelNames.of(all), false)));
        return found;
    }

    /** As before where nothing that the checks look at is another: news of devices come all the time. */
    private synchronized List<Finding> inAll(Office office, Surroundings around) {
        if (last == null || last.office != office || !last.around.equals(around)) {
            last = new Checked(office, around, Preflight.check(new WholeOffice(office, around)));
        }
        return last.found;
    }

    private record Checked(Office office, Surroundings around, List<Finding> found) {}

    /** What is found of one thing, were the office as this one; not what jobs do at devices. */
    public List<Finding> of(Office office, Reference what) {
        return Preflight.check(new WholeOffice(office, known.now())).stream()
                .filter(finding -> finding.subject().equals(what))
                .toList();
    }

    /** The changes that mend it in that office. */
    public List<Change> mending(Office office, Finding finding) {
        return Preflight.fix(new WholeOffice(office, known.now()), finding);
    }

    private static PreflightFinding view(Where where, @Nullable Accepted accepted, LocalDate today) {
        Finding f = where.finding;
        Acceptance acceptance = accepted == null || accepted.until.isBefore(today)
                ? null
                : new Acceptance(accepted.reason, accepted.acceptedBy, accepted.until);
        return new PreflightFinding(
                f.code(),
                f.severity(),
                f.subject().kind(),
                f.subject().id(),
                f.place(),
                f.sentence(),
                f.remedy(),
                where.panels,
                where.mends,
                acceptance);
    }

    private static String key(Finding finding) {
        return finding.code() + finding.subject();
    }

    private static String key(Accepted a) {
        return a.code + new Reference(a.subjectKind, a.subjectId);
    }

    record AcceptForm(String code, ItemKind kind, UUID id, String reason, LocalDate until) {}

    /** Somebody knows, and lives with it until a day. @throws Invalid without a reason or an end */
    @Transactional
    void accept(AcceptForm form) {
        Finding finding = find(form.code, form.kind, form.id);
        LocalDate today = LocalDate.now(clock.withZone(zone));
        if (form.reason == null || !PlainText.isName(form.reason, LONGEST_REASON)) {
            throw Invalid.of("finding.reason", "reason");
        }
        if (form.until == null || form.until.isBefore(today) || form.until.isAfter(today.plusDays(LONGEST_DAYS))) {
            throw Invalid.of("finding.until", "until");
        }
        Accepted row = known(form.code, form.kind, form.id).orElseGet(Accepted::new);
        String before = said(row);
        row.id = row.id == null ? UUID.randomUUID() : row.id;
        row.code = form.code;
        row.subjectKind = form.kind;
        row.subjectId = form.id;
        row.reason = form.reason.strip();
        row.acceptedBy = SecurityContextHolder.getContext().getAuthentication().getName();
        row.at = clock.instant();
        row.until = form.until;
        accepted.save(row);
        changes.record(
                "finding",
                form.id,
                named(finding),
                Map.of(row.code + " accepted", before),
                Map.of(row.code + " accepted", said(row)));
        live.tell("finding", form.id);
    }

    /** It counts again. */
    @Transactional
    void takeBack(String code, ItemKind kind, UUID id) {
        Accepted row = known(code, kind, id).orElseThrow(() -> Refusal.notFound("finding"));
        accepted.delete(row);
        String what = row.code + " accepted";
        changes.record("finding", id, row.code, Map.of(what, said(row)), Map.of(what, ""));
        live.tell("finding", id);
    }

    /** As the change log tells it. */
    private static String said(Accepted row) {
        return row.id == null ? "" : "until " + row.until + ": " + row.reason;
    }

    private static String named(Finding finding) {
        return finding.place().isEmpty() ? finding.code() : finding.place();
    }

    private Optional<Accepted> known(String code, ItemKind kind, UUID id) {
        return accepted.findByCodeAndSubjectKindAndSubjectId(code, kind, id);
    }

    private Finding find(String code, ItemKind kind, UUID id) {
        return found().stream()
                .map(Where::finding)
                .filter(finding ->
                        finding.code().equals(code) && finding.subject().equals(new Reference(kind, id)))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("finding"));
    }

    /** What would be changed to mend all of one sort; nothing is. */
    @Transactional(readOnly = true)
    List<ItemChange> mendsOf(String code) {
        Office now = setUp.office();
        List<Change> mending = mending(now, code);
        return ItemChange.of(now, now.apply(mending), mending);
    }

    /** Mends all of one sort in one change. @throws Invalid when there is nothing to mend */
    @Transactional
    void mend(String code) {
        setUp.change(office -> {
            List<Change> mending = mending(office, code);
            if (mending.isEmpty()) {
                throw Invalid.of("finding.nothing", "code");
            }
            return new Wish(mending, Map.of(), Map.of());
        });
    }

    /** One after the other, as what mends the first may be in the way of the next. */
    private List<Change> mending(Office office, String code) {
        List<Change> all = new ArrayList<>();
        Office then = office;
        for (Finding finding : Preflight.check(new WholeOffice(office, known.now()))) {
            if (finding.code().equals(code) && finding.mends()) {
                List<Change> one = Preflight.fix(new WholeOffice(then, known.now()), finding);
                then = then.apply(one);
                all.addAll(one);
            }
        }
        return all;
    }
}
