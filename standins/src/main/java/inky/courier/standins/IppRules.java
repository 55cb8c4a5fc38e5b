package inky.courier.standins;

import com.hp.jipp.encoding.Attribute;
import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.PrinterState;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What RFC 8011 asks of everybody who answers IPP, whatever the service is. */
final class IppRules {
    private static final int OLDEST = 1;
    private static final int NEWEST = 2;
    private static final int USUAL_VERSION = 0x0200;
    private static final String LANGUAGE = "en";
    private static final String CHARSET = "utf-8";
    private static final Set<String> EVERYTHING =
            Set.of("all", "printer-description", "job-description", "job-template");

    /** Without a wish, Get-Jobs tells no more than these (section 4.2.6.1). */
    private static final List<String> OF_A_JOB = List.of("job-id", "job-uri");

    private final Instant started = Instant.now();

    /** @param queued how many jobs are not done */
    record Service(
            URI uri,
            String name,
            String model,
            PrinterState state,
            List<String> reasons,
            List<String> formats,
            List<Operation> operations,
            int queued) {}

    /** @param reason a keyword of {@code job-state-reasons} */
    record Job(int id, String name, String user, JobState state, String reason, int since) {
        Job become(JobState next, String why) {
            return new Job(id, name, user, next, why, since);
        }

        boolean isDone() {
            return state.getCode() >= JobState.canceled.getCode();
        }
    }

    /** Seconds since the device was switched on, as everything is counted. */
    int upTime() {
        return (int) Math.max(1, Duration.between(started, Instant.now()).toSeconds());
    }

    /** Why a request goes no further (sections 4.1.1, 4.1.4, 4.1.8 and 4.2); nothing when it is well formed. */
    static Optional<Status> refusal(IppPacket request) {
        int major = request.getVersionNumber() >> 8;
        if (major < OLDEST || major > NEWEST) {
            return Optional.of(Status.serverErrorVersionNotSupported);
        }
        List<AttributeGroup> groups = request.getAttributeGroups();
        AttributeGroup head =
                groups.isEmpty() || !groups.get(0).getTag().equals(Tag.operationAttributes) ? null : groups.get(0);
        if (request.getRequestId() <= 0
                || head == null
                || head.size() < 2
                || !head.get(0).getName().equals("attributes-charset")
                || !head.get(1).getName().equals("attributes-natural-language")) {
            return Optional.of(Status.clientErrorBadRequest);
        }
        if (!CHARSET.equalsIgnoreCase(head.getString(Types.attributesCharset))) {
            return Optional.of(Status.clientErrorCharsetNotSupported);
        }
        return head.getValue(Types.printerUri) == null && head.getValue(Types.jobUri) == null
                ? Optional.of(Status.clientErrorBadRequest)
                : Optional.empty();
    }

    static IppPacket.Builder response(IppPacket request, Status status) {
        IppPacket.Builder builder = IppPacket.response(status);
        builder.setRequestId(request.getRequestId());
        boolean known = request.getVersionNumber() >> 8 == OLDEST || request.getVersionNumber() >> 8 == NEWEST;
        builder.setVersionNumber(known ? request.getVersionNumber() : USUAL_VERSION);
        return builder;
    }

    /** The attributes that section 5.4 requires of a Printer. */
    MutableAttributeGroup describe(Service service) {
        MutableAttributeGroup group = new MutableAttributeGroup(Tag.printerAttributes);
        group.put(Types.charsetConfigured, CHARSET);
        group.put(Types.charsetSupported, List.of(CHARSET));
        group.put(Types.compressionSupported, List.of("none"));
        group.put(Types.documentFormatDefault, service.formats.get(0));
        group.put(Types.documentFormatSupported, service.formats);
        group.put(Types.generatedNaturalLanguageSupported, List.of(LANGUAGE));
        group.put(Types.naturalLanguageConfigured, LANGUAGE);
        group.put(Types.ippVersionsSupported, List.of("1.1", "2.0"));
        group.put(Types.operationsSupported, service.operations);
        group.put(Types.pdlOverrideSupported, "not-attempted");
        group.put(Types.printerInfo, service.name);
        group.put(Types.printerIsAcceptingJobs, service.state != PrinterState.stopped);
        group.put(Types.printerLocation, "");
        group.put(Types.printerMakeAndModel, service.model);
        group.put(Types.printerName, service.name);
        group.put(Types.printerState, service.state);
        group.put(Types.printerStateReasons, service.reasons);
        group.put(Types.printerUpTime, upTime());
        group.put(Types.printerUriSupported, List.of(service.uri));
        group.put(Types.queuedJobCount, service.queued);
        group.put(Types.uriAuthenticationSupported, List.of("none"));
        group.put(Types.uriSecuritySupported, List.of("none"));
        return group;
    }

    /** Of a description, what was asked for (section 4.2.5.1). */
    static IppPacket.Builder described(IppPacket request, MutableAttributeGroup all) {
        IppPacket.Builder builder = response(request, Status.successfulOk);
        builder.getPrinterAttributes().putAll(chosen(all, wanted(request, List.of("all"))));
        return builder;
    }

    /** The attributes that section 5.3 requires of a Job. */
    private MutableAttributeGroup describe(Job job, URI printer) {
        MutableAttributeGroup group = new MutableAttributeGroup(Tag.jobAttributes);
        group.put(Types.jobId, job.id);
        group.put(Types.jobUri, URI.create(printer + "/" + job.id));
        group.put(Types.jobPrinterUri, printer);
        group.put(Types.jobName, job.name);
        group.put(Types.jobOriginatingUserName, job.user);
        group.put(Types.jobState, job.state);
        group.put(Types.jobStateReasons, List.of(job.reason));
        group.put(Types.timeAtCreation, job.since);
        group.put(Types.timeAtProcessing, job.since);
        group.put(Types.timeAtCompleted, job.since);
        group.put(Types.jobPrinterUpTime, upTime());
        return group;
    }

    /** Create-Job and Print-Job answer with the job as it is (section 4.2.1.2). */
    IppPacket.Builder created(IppPacket request, Job job, URI printer) {
        IppPacket.Builder builder = response(request, Status.successfulOk);
        builder.getJobAttributes()
                .putAll(chosen(describe(job, printer), List.of("job-id", "job-uri", "job-state", "job-state-reasons")));
        return builder;
    }

    /** Get-Job-Attributes (section 4.3.4). */
    IppPacket.Builder attributes(IppPacket request, Optional<Job> job, URI printer) {
        if (job.isEmpty()) {
            return response(request, Status.clientErrorNotFound);
        }
        IppPacket.Builder builder = response(request, Status.successfulOk);
        builder.getJobAttributes().putAll(chosen(describe(job.get(), printer), wanted(request, List.of("all"))));
        return builder;
    }

    /** Get-Jobs (section 4.2.6). @param jobs the oldest first */
    IppPacket.Builder jobs(IppPacket request, List<Job> jobs, URI printer) {
        AttributeGroup head = request.get(Tag.operationAttributes);
        String which = head.getString(Types.whichJobs);
        if (which != null && !which.equals("completed") && !which.equals("not-completed")) {
            return response(request, Status.clientErrorAttributesOrValuesNotSupported);
        }
        boolean done = "completed".equals(which);
        boolean mine = Boolean.TRUE.equals(head.getValue(Types.myJobs));
        Integer limit = head.getValue(Types.limit);
        IppPacket.Builder builder = response(request, Status.successfulOk);
        jobs.stream()
                .filter(job -> job.isDone() == done)
                .filter(job -> !mine || job.user.equals(userOf(request)))
                .limit(limit == null ? Integer.MAX_VALUE : limit)
                .forEach(job -> {
                    MutableAttributeGroup group = new MutableAttributeGroup(Tag.jobAttributes);
                    group.putAll(chosen(describe(job, printer), wanted(request, OF_A_JOB)));
                    builder.addGroup(group.toGroup());
                });
        return builder;
    }

    static String userOf(IppPacket request) {
        String user = request.getString(Tag.operationAttributes, Types.requestingUserName);
        return user == null ? "anonymous" : user;
    }

    /** By its own address, or by the printer's with a number (section 4.3). */
    static Optional<Integer> jobId(IppPacket request) {
        AttributeGroup head = request.get(Tag.operationAttributes);
        Integer id = head == null ? null : head.getValue(Types.jobId);
        URI uri = head == null ? null : head.getValue(Types.jobUri);
        if (id == null && uri != null) {
            String last = uri.getPath().substring(uri.getPath().lastIndexOf('/') + 1);
            return last.matches("\\d{1,9}") ? Optional.of(Integer.valueOf(last)) : Optional.empty();
        }
        return Optional.ofNullable(id);
    }

    private static List<String> wanted(IppPacket request, List<String> usual) {
        List<String> wanted = request.getStrings(Tag.operationAttributes, Types.requestedAttributes);
        return wanted == null || wanted.isEmpty() ? usual : wanted;
    }

    private static List<Attribute<?>> chosen(AttributeGroup all, List<String> names) {
        return all.stream()
                .filter(attribute ->
                        names.stream().anyMatch(EVERYTHING::contains) || names.contains(attribute.getName()))
                .<Attribute<?>>map(attribute -> attribute)
                .toList();
    }
}
