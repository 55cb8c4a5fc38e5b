package inky.courier.core.job;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.contact.DirectEntry;
import inky.courier.core.message.Message;
import inky.courier.core.profile.DeviceSetting;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.Protection;
import inky.courier.core.profile.ScanProfile;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * What a job asks whoever stands at the device, beside where its files go.
 *
 * @param fileName written instead of what the template gives
 * @param subject of its mails, instead of the job's
 * @param passcode that its PDF files open with, instead of the profile's
 * @param copies whether further addresses may get its mails
 * @param settings of the profile that are open, by path, with the values they may have; the job's own value is always one of them
 * @param questions of the job's own, up to {@value #MOST_QUESTIONS}
 * @param sendAtOnce whether it is sent when the last page is in from the feeder, without a look at the pages; not where something required stays unanswered
 * @param nextDocument whether the panel offers the same job again first, for one document after the other; both absent for no
 * @param destinations whether whoever scans chooses among its destinations; otherwise it goes to all of them; absent for no
 * @param entry which addresses may be entered where the office lets them; absent for all of those
 */
public record Asking(
        Asked fileName,
        Asked subject,
        Asked passcode,
        boolean copies,
        Map<String, List<Object>> settings,
        List<Question> questions,
        Boolean sendAtOnce,
        Boolean nextDocument,
        DirectEntry entry,
        Boolean destinations) {
    public static final Asking NOTHING = new Asking(Asked.NO, Asked.NO, Asked.NO, false, Map.of(), List.of());

    private static final int MOST_QUESTIONS = 8;

    public Asking {
        fileName = fileName == null ? Asked.NO : fileName;
        subject = subject == null ? Asked.NO : subject;
        passcode = passcode == null ? Asked.NO : passcode;
        TreeMap<String, List<Object>> open = new TreeMap<>();
        if (settings != null) {
            settings.forEach((path, values) -> open.put(path, values == null ? List.of() : List.copyOf(values)));
        }
        settings = Collections.unmodifiableMap(open);
        questions = questions == null ? List.of() : List.copyOf(questions);
        // Absent in what was written before there were these; no is meant.
        sendAtOnce = Boolean.TRUE.equals(sendAtOnce);
        nextDocument = Boolean.TRUE.equals(nextDocument);
        entry = entry == null ? DirectEntry.ANY : entry;
        destinations = Boolean.TRUE.equals(destinations);
    }

    public Asking(
            Asked fileName,
            Asked subject,
            Asked passcode,
            boolean copies,
            Map<String, List<Object>> settings,
            List<Question> questions) {
        this(fileName, subject, passcode, copies, settings, questions, false, false, DirectEntry.ANY, false);
    }

    /** All that can be left open is: where it goes, how it scans, and what its files and mails are called. */
    public static Asking everything(ScanProfile profile) {
        Map<String, List<Object>> open = new TreeMap<>();
        for (DeviceSetting setting : DeviceSetting.values()) {
            List<Object> values = setting.offers().stream()
                    .filter(value ->
                            problem(profile, setting.path(), List.of(value)).isEmpty())
                    .toList();
            if (!values.isEmpty()) {
                open.put(setting.path(), values);
            }
        }
        return new Asking(
                Asked.OPTIONAL, Asked.OPTIONAL, Asked.NO, true, open, List.of(), false, false, DirectEntry.ANY, true);
    }

    /** What is wrong with it for a job that scans so. */
    public List<Problem> problems(ScanProfile profile) {
        List<Problem> problems = new ArrayList<>();
        Set<String> keys = new HashSet<>();
        questions.forEach(question -> question.problem().ifPresent(problems::add));
        if (questions.size() > MOST_QUESTIONS || !questions.stream().allMatch(question -> keys.add(question.key()))) {
            problems.add(new Problem(
                    "job.questions",
                    "questions",
                    Message.of("problem.job.questions").with("n", MOST_QUESTIONS),
                    Message.of("problem.job.questions.remedy")));
        }
        entry.problem("entry").ifPresent(problems::add);
        settings.forEach((path, values) -> problem(profile, path, values).ifPresent(problems::add));
        if (passcode != Asked.NO && !canOpenWithPasscode(profile)) {
            problems.add(Problem.of("job.passcode-no-pdf", "passcode"));
        }
        return problems;
    }

    /** Whether its files can be protected by a passcode that opens them. */
    public static boolean canOpenWithPasscode(ScanProfile profile) {
        try {
            return openingWith(profile, "123456").encryptsFiles();
        } catch (Invalid invalid) {
            return false;
        }
    }

    /** The profile with another passcode to open its files. @throws Invalid when such files have none, or it is too short */
    public static ScanProfile openingWith(ScanProfile profile, String passcode) {
        Protection kept = profile.files().protection();
        return profile.withFiles(profile.files()
                .withProtection(new Protection(
                        passcode, kept.ownerPasscode(), kept.mayPrint(), kept.mayCopy(), kept.mayChange())));
    }

    private static Optional<Problem> problem(ScanProfile profile, String path, List<Object> values) {
        Optional<DeviceSetting> setting = DeviceSetting.of(path);
        if (setting.isEmpty() || values.isEmpty() || !setting.get().offers().containsAll(values)) {
            return Optional.of(new Problem(
                    "job.opened",
                    "settings",
                    Message.of("problem.job.opened").with("path", path),
                    Message.of("problem.job.opened.remedy")));
        }
        for (Object value : values) {
            try {
                with(profile, Map.of(path, value));
            } catch (Invalid invalid) {
                Problem why = invalid.problems().get(0);
                return Optional.of(new Problem(
                        "job.opened",
                        "settings",
                        Message.of("problem.job.opened-value")
                                .with("setting", setting.get().words())
                                .with("value", setting.get().words(value))
                                .and(why.sentence()),
                        Message.of("problem.job.opened-value.remedy")));
            }
        }
        return Optional.empty();
    }

    /** The values among which somebody chooses at the device, the job's own with them. */
    public List<Object> offered(DeviceSetting setting, ScanProfile profile) {
        List<Object> open = settings.getOrDefault(setting.path(), List.of());
        Object own = setting.in(profile);
        List<Object> offered = new ArrayList<>(setting.offers().stream()
                .filter(value -> open.contains(value) || value.equals(own))
                .toList());
        // A job's own may be one that cannot be opened: a size of one's own, a new file every 7 pages.
        if (!offered.contains(own)) {
            offered.add(0, own);
        }
        return offered;
    }

    /**
     * The profile with what was chosen at the device.
     *
     * @param chosen value as text, by path
     * @throws Invalid for what is not open, or what does not go together
     */
    public ScanProfile chosen(ScanProfile profile, Map<String, String> chosen) {
        Map<String, Object> changes = new TreeMap<>();
        chosen.forEach((path, text) -> {
            DeviceSetting setting = DeviceSetting.of(path)
                    .filter(known -> settings.containsKey(path))
                    .orElseThrow(() -> Invalid.of("panel.setting", "settings"));
            Object value = offered(setting, profile).stream()
                    .filter(offer -> offer.toString().equals(text))
                    .findFirst()
                    .orElseThrow(() -> Invalid.of("panel.setting", "settings"));
            if (!value.equals(setting.in(profile))) {
                changes.put(path, value);
            }
        });
        return with(profile, changes);
    }

    /** What only PDF files have goes with them, but for their protection, which is never left out. */
    private static ScanProfile with(ScanProfile profile, Map<String, Object> changes) {
        Map<String, Object> all = new TreeMap<>(changes);
        String type = DeviceSetting.FILE_TYPE.path();
        if (all.containsKey(type) && !"pdf".equals(all.get(type))) {
            for (String path : List.of("files.light", "files.searchable", "files.archive")) {
                all.putIfAbsent(path, false);
            }
        }
        return new ProfileDifference(all).applyTo(profile);
    }

    /**
     * The answers as they are kept, by the question's key; none for what stays unanswered.
     *
     * @param today of the office
     * @throws Invalid for the first that is missing or cannot be
     */
    public Map<String, String> answers(Map<String, String> given, LocalDate today) {
        Map<String, String> answers = new LinkedHashMap<>();
        for (Question question : questions) {
            String answer = question.answer(given.getOrDefault(question.key(), ""), today);
            if (!answer.isEmpty()) {
                answers.put(question.key(), answer);
            }
        }
        return answers;
    }

    /** The same as it is read in a language. */
    public Asking in(Locale language) {
        return new Asking(
                fileName,
                subject,
                passcode,
                copies,
                settings,
                questions.stream().map(question -> question.in(language)).toList(),
                sendAtOnce,
                nextDocument,
                entry,
                destinations);
    }

    /** Answers as somebody might give them, where nobody stands at a device. */
    public Map<String, String> samples(LocalDate today) {
        Map<String, String> answers = new LinkedHashMap<>();
        questions.forEach(question -> answers.put(question.key(), question.sample(today)));
        return answers;
    }
}
