package inky.courier.panel;

import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.core.preflight.Finding;
import inky.courier.core.transfer.FolderPath;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.destination.Folders.FolderListing;
import inky.courier.folder.StickAtDevice;
import inky.courier.job.JobService.JobView;
import inky.courier.scan.ScanService;
import inky.courier.scan.ScanService.ScanView;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** The stick that somebody has put into the device: scanning onto it, and printing or sending what lies on it. */
@Service
class Sticks {
    private static final Set<String> OPENED = Set.of("pdf", "jpg", "jpeg", "png", "tif", "tiff");

    private final PanelPlaces places;
    private final JobQuestions questions;
    private final ScanService scans;
    private final StickAtDevice stick;

    Sticks(PanelPlaces places, JobQuestions questions, ScanService scans, StickAtDevice stick) {
        this.places = places;
        this.questions = questions;
        this.scans = scans;
        this.stick = stick;
    }

    /** A job that goes onto a stick. @param chosen whether that has to be chosen among its destinations */
    record OntoStick(UUID jobId, UUID destinationId, boolean chosen) {}

    /**
     * @param in whether one is in
     * @param onto jobs here by which it is scanned onto it
     * @param opens whether its files can be opened: not by a guest, who may be anybody
     * @param prints jobs here that print what they get
     */
    record StickView(boolean in, List<OntoStick> onto, boolean opens, List<UUID> prints) {}

    StickView look(PanelUser user) {
        if (!stick.isIn(user.deviceId())) {
            return new StickView(false, List.of(), false, List.of());
        }
        List<PanelPlaces.Candidate> here = places.at(user);
        return new StickView(
                true,
                here.stream()
                        .filter(Sticks::isPossible)
                        .flatMap(one -> onto(one.job()))
                        .toList(),
                !user.guest() && !here.isEmpty(),
                here.stream()
                        .map(PanelPlaces.Candidate::job)
                        .filter(job -> job.destinations().stream().anyMatch(to -> to.kind() == DestinationKind.PRINTER))
                        .map(JobView::id)
                        .toList());
    }

    private static boolean isPossible(PanelPlaces.Candidate candidate) {
        return candidate.findings().stream().noneMatch(found -> found.severity() == Finding.Severity.STOPS);
    }

    private static Stream<OntoStick> onto(JobView job) {
        return job.destinations().stream()
                .filter(to -> to.kind() == DestinationKind.USB)
                .map(DestinationView::id)
                .findFirst()
                .map(to -> new OntoStick(job.id(), to, job.item().asks().destinations()))
                .stream();
    }

    /** Folders of the stick, and files that can be opened. */
    FolderListing files(PanelUser user, String path, String after) {
        return stick.list(
                user.deviceId(),
                FolderPath.of(path),
                after,
                entry -> !entry.name().startsWith(".") && (entry.folder() || canOpen(entry.name())));
    }

    private static boolean canOpen(String name) {
        return OPENED.contains(name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
    }

    /** The pages of a file go by a job, as if they had been scanned. @param chosen settings, by path */
    ScanView open(PanelUser user, UUID jobId, String path, @Nullable Map<String, String> chosen) {
        JobView job = places.placed(user, jobId);
        FolderPath file = FolderPath.of(path);
        if (file.isRoot() || !canOpen(file.name())) {
            throw new Invalid(
                    "stick.file",
                    "path",
                    Message.of("problem.stick.file").with("file", file.isRoot() ? "/" : file.name()),
                    Message.of("problem.stick.file.remedy"));
        }
        return scans.start(
                new ScanService.Origin(user.deviceId(), user.personId(), jobId),
                questions.profile(job, chosen),
                new ScanService.Document(file.name(), to -> stick.copy(user.deviceId(), file, to)));
    }
}
