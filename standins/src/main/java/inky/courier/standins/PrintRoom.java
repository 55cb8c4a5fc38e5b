package inky.courier.standins;

import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;

/** The printing half of a device: Print-Job and Get-Jobs (RFC 8011 sections 4.2.1 and 4.2.6). Paper is a file. */
final class PrintRoom {
    private static final Set<String> FORMATS = Set.of("application/pdf", "image/jpeg", "text/plain");
    private static final byte[] ENCRYPTED = "/Encrypt".getBytes(StandardCharsets.US_ASCII);

    private final Path folder;
    private final List<Job> jobs = new CopyOnWriteArrayList<>();
    private final AtomicInteger toAbort = new AtomicInteger();
    private volatile Status refusal;

    private record Job(String name, boolean printed) {}

    PrintRoom(Path folder) throws IOException {
        this.folder = Files.createDirectories(folder);
    }

    /** Names of the jobs, the oldest first. */
    List<String> printed() {
        return jobs.stream().filter(Job::printed).map(Job::name).toList();
    }

    /** Takes so many jobs and then gives them up, as when a document cannot be drawn. */
    void abort(int next) {
        toAbort.set(next);
    }

    Path folder() {
        return folder;
    }

    /** @param status that the next jobs get; null to print */
    void refuse(Status status) {
        refusal = status;
    }

    IppPacket.Builder answer(IppPacket request, IppInputStream data) throws IOException {
        Operation operation = request.getOperation();
        if (operation.equals(Operation.printJob)) {
            return print(request, data.readAllBytes());
        }
        if (operation.equals(Operation.getJobs)) {
            return jobs(request);
        }
        return response(request, Status.serverErrorOperationNotSupported);
    }

    private IppPacket.Builder print(IppPacket request, byte[] document) throws IOException {
        String format = request.getString(Tag.operationAttributes, Types.documentFormat);
        if (refusal != null) {
            return response(request, refusal);
        }
        if (!FORMATS.contains(String.valueOf(format))) {
            return response(request, Status.clientErrorDocumentFormatNotSupported);
        }
        if (format.equals("application/pdf") && contains(document, ENCRYPTED)) {
            return response(request, Status.clientErrorDocumentFormatError);
        }
        String name = String.valueOf(request.getString(Tag.operationAttributes, Types.jobName));
        boolean printed = toAbort.getAndUpdate(left -> Math.max(0, left - 1)) == 0;
        jobs.add(new Job(name, printed));
        Files.write(folder.resolve(jobs.size() + " " + name.replaceAll("[^\\p{L}\\p{N}. _-]", "_")), document);
        IppPacket.Builder builder = response(request, Status.successfulOk);
        MutableAttributeGroup job = builder.getJobAttributes();
        job.put(Types.jobId, jobs.size());
        // What becomes of it shows later: the answer comes before the first sheet (RFC 8011 section 4.2.1.2).
        job.put(Types.jobState, JobState.pending);
        return builder;
    }

    private IppPacket.Builder jobs(IppPacket request) {
        IppPacket.Builder builder = response(request, Status.successfulOk);
        boolean done = "completed".equals(request.getString(Tag.operationAttributes, Types.whichJobs));
        for (int i = 0; done && i < jobs.size(); i++) {
            MutableAttributeGroup job = new MutableAttributeGroup(Tag.jobAttributes);
            describe(job, i + 1, jobs.get(i));
            builder.addGroup(job.toGroup());
        }
        return builder;
    }

    private static void describe(MutableAttributeGroup group, int id, Job job) {
        group.put(Types.jobId, id);
        group.put(Types.jobName, job.name);
        group.put(Types.jobState, job.printed ? JobState.completed : JobState.aborted);
    }

    private static IppPacket.Builder response(IppPacket request, Status status) {
        IppPacket.Builder builder = IppPacket.response(status);
        builder.setRequestId(request.getRequestId());
        return builder;
    }

    private static boolean contains(byte[] document, byte[] word) {
        outer:
        for (int i = 0; i <= document.length - word.length; i++) {
            for (int j = 0; j < word.length; j++) {
                if (document[i + j] != word[j]) {
                    continue outer;
                }
            }
            return true;
        }
        return false;
    }
}
