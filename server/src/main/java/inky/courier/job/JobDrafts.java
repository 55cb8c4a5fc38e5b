package inky.courier.job;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.office.Reference;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.job.JobService.JobForm;
import inky.courier.job.JobService.JobView;
import inky.courier.setup.SetUp;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Jobs that are being composed: kept until they are saved or discarded, one for each job, for all administrators. */
@Service
class JobDrafts {
    /** In the whole office. */
    private static final int MOST = 200;

    /** Characters of what stands in a form, lists of choices included. */
    private static final int LONGEST = 400_000;

    private final JobDraftRepository drafts;
    private final JobService jobs;
    private final SetUp setUp;
    private final Clock clock;

    JobDrafts(JobDraftRepository drafts, JobService jobs, SetUp setUp, Clock clock) {
        this.drafts = drafts;
        this.jobs = jobs;
        this.setUp = setUp;
        this.clock = clock;
    }

    /**
     * A draft in a list.
     *
     * @param id of the job, also of one that is not there yet
     * @param name as it stands in the draft; may be empty
     * @param isNew whether the job is not there yet
     * @param at when it was kept, which also says which draft it is
     */
    record JobDraftRow(UUID id, String name, String icon, boolean isNew, String who, Instant at) {}

    /**
     * A draft to go on with.
     *
     * @param job as it would be
     * @param base the version of the job that the draft began from; empty for a new one
     * @param changedSince whether the job is another by now
     * @param lost whether something that it needs was deleted meanwhile; it is left out, or the first there is stands for it
     */
    record JobDraftView(JobDraftRow row, JobView job, String base, boolean changedSince, boolean lost) {}

    /** @param base the version of the job that this began from; empty for a new one */
    record JobDraftForm(JobForm form, String base) {}

    @Transactional(readOnly = true)
    List<JobDraftRow> all() {
        return drafts.findAllByOrderByAtDesc().stream().map(JobDrafts::row).toList();
    }

    @Transactional(readOnly = true)
    Optional<JobDraftView> find(UUID id) {
        return drafts.findById(id).map(this::view);
    }

    /** Keeps one of a job that is not there yet. */
    @Transactional
    JobDraftView add(JobForm form) {
        return keep(UUID.randomUUID(), new JobDraftForm(form, ""), null);
    }

    /**
     * Keeps what stands in a form now.
     *
     * @param last when the draft that was looked at was kept; absent when there was none
     * @throws Refusal when somebody else kept another one meanwhile, or there are too many
     */
    @Transactional
    JobDraftView keep(UUID id, JobDraftForm wanted, @Nullable Instant last) {
        boolean isNew = setUp.find(new Reference(ItemKind.JOB, id)).isEmpty();
        Optional<JobDraft> kept = drafts.findById(id);
        if (kept.isPresent() && !kept.get().at.equals(last)) {
            throw new Refusal(
                    HttpStatus.CONFLICT,
                    "draft-meanwhile",
                    Message.of("problem.draft-meanwhile").with("who", kept.get().who),
                    Message.of("problem.draft-meanwhile.remedy"));
        }
        if (kept.isEmpty() && drafts.count() >= MOST) {
            throw Refusal.of(HttpStatus.CONFLICT, "too-many-drafts");
        }
        // A draft need not be right yet, but its own settings have to go with its profile.
        jobs.of(id, wanted.form());
        String form = Json.write(wanted.form());
        if (form.length() > LONGEST) {
            throw Refusal.of(HttpStatus.UNPROCESSABLE_CONTENT, "draft-too-long");
        }
        JobDraft draft = kept.orElseGet(JobDraft::new);
        draft.id = id;
        draft.form = form;
        draft.base = isNew ? "" : wanted.base();
        draft.isNew = isNew;
        draft.who = Who.name();
        // As the database keeps it.
        draft.at = clock.instant().truncatedTo(ChronoUnit.MILLIS);
        return view(drafts.saveAndFlush(draft));
    }

    @Transactional
    void discard(UUID id) {
        drafts.deleteById(id);
    }

    private JobDraftView view(JobDraft draft) {
        JobItem wanted = Json.read(draft.form, JobForm.class).item(draft.id);
        Office office = setUp.office();
        JobItem possible = possible(wanted, office);
        String now = office.find(wanted.reference()).map(SetUp::versionOf).orElse("");
        return new JobDraftView(
                row(draft), jobs.view(possible), draft.base, !now.equals(draft.base), !possible.equals(wanted));
    }

    /** The same with what is still there. @throws Refusal when the office has nothing that a job could scan or be named by */
    private static JobItem possible(JobItem wanted, Office office) {
        return wanted.with(job -> {
            job.profileId = stillThere(office, ProfileItem.class, ItemKind.PROFILE, job.profileId);
            job.templateId = stillThere(office, NameItem.class, ItemKind.NAME, job.templateId);
            job.targets = job.targets.stream()
                    .filter(target -> office.has(ItemKind.DESTINATION, target.destinationId()))
                    .toList();
            job.changes = goesWith(job.changes, office, job.profileId) ? job.changes : ProfileDifference.NONE;
        });
    }

    /** The profile may have been changed so that the job's own settings do not go with it any more. */
    private static boolean goesWith(ProfileDifference changes, Office office, UUID profile) {
        try {
            changes.applyTo(office.find(new Reference(ItemKind.PROFILE, profile))
                    .map(ProfileItem.class::cast)
                    .orElseThrow()
                    .profile());
            return true;
        } catch (Invalid e) {
            return false;
        }
    }

    private static JobDraftRow row(JobDraft draft) {
        JobForm form = Json.read(draft.form, JobForm.class);
        return new JobDraftRow(draft.id, form.name(), form.icon(), draft.isNew, draft.who, draft.at);
    }

    private static <T extends Item> UUID stillThere(Office office, Class<T> type, ItemKind kind, UUID id) {
        return office.find(new Reference(kind, id))
                .map(Item::id)
                .or(() -> office.all(type).stream().findFirst().map(Item::id))
                .orElseThrow(() -> Refusal.of(HttpStatus.CONFLICT, "draft-lost"));
    }
}
