package inky.courier.panel;

import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService;
import inky.courier.scan.ScanService;
import inky.courier.scan.ScanService.ScanView;
import inky.courier.shelf.ShelfDocuments;
import inky.courier.shelf.ShelfVisitor;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;

/** The shelf for whoever stands at a device: of that device and of the office, with what is theirs there. */
@Service
class ShelfAtPanel {
    private final PeopleService people;
    private final PanelPlaces places;
    private final JobQuestions questions;
    private final ScanService scans;
    private final ShelfDocuments documents;

    ShelfAtPanel(
            PeopleService people,
            PanelPlaces places,
            JobQuestions questions,
            ScanService scans,
            ShelfDocuments documents) {
        this.people = people;
        this.places = places;
        this.questions = questions;
        this.scans = scans;
        this.documents = documents;
    }

    ShelfVisitor visitor(PanelUser user) {
        return ShelfVisitor.at(
                user.deviceId(), user.personId(), people.get(user.personId()).name());
    }

    /** Jobs by which documents can go on from here, and what they ask for is asked as for a scan. */
    List<UUID> jobs(PanelUser user) {
        return places.at(user).stream()
                .filter(ShelfAtPanel::isPossible)
                .map(candidate -> candidate.job().id())
                .toList();
    }

    private static boolean isPossible(PanelPlaces.Candidate candidate) {
        return candidate.findings().stream()
                .noneMatch(found -> found.severity() == inky.courier.core.preflight.Finding.Severity.STOPS);
    }

    /** The pages of a document go by a job, as if they had been scanned. @param chosen settings, by path */
    ScanView open(PanelUser user, UUID jobId, UUID document, @Nullable Map<String, String> chosen) {
        JobView job = places.placed(user, jobId);
        ShelfVisitor visitor = visitor(user);
        return scans.start(
                new ScanService.Origin(user.deviceId(), user.personId(), jobId),
                questions.profile(job, chosen),
                new ScanService.Document(
                        documents.name(visitor, document), to -> documents.copyInto(visitor, document, to)));
    }
}
