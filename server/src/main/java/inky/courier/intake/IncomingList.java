package inky.courier.intake;

import inky.courier.core.alert.UsualWeek;
import inky.courier.core.message.Message;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService;
import inky.courier.scan.ScanPages;
import inky.courier.settings.Settings;
import inky.courier.web.Access;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What devices sent by themselves, for the desk. */
@Service
public class IncomingList {
    private static final int MOST = 100;

    /** That make a usual one. */
    private static final int MOST_WEEKS = 8;

    private final IncomingScanRepository incoming;
    private final Intake intake;
    private final Addressees addressees;
    private final DeviceService devices;
    private final PeopleService people;
    private final ScanPages pages;
    private final Settings settings;
    private final ZoneId zone;

    IncomingList(
            IncomingScanRepository incoming,
            Intake intake,
            Addressees addressees,
            DeviceService devices,
            PeopleService people,
            ScanPages pages,
            Settings settings,
            ZoneId zone) {
        this.incoming = incoming;
        this.intake = intake;
        this.addressees = addressees;
        this.devices = devices;
        this.people = people;
        this.pages = pages;
        this.settings = settings;
        this.zone = zone;
    }

    /**
     * @param device, job and person by their names; empty where that is not known
     * @param personId absent where it is not known, as jobId
     * @param why it waits, or was no scan; empty for nothing
     */
    record IncomingView(
            UUID id,
            Arrival.Way way,
            Instant arrivedAt,
            String sender,
            String recipient,
            String subject,
            String device,
            String job,
            @Nullable UUID jobId,
            String person,
            @Nullable UUID personId,
            @Nullable UUID deliveryId,
            int pages,
            String state,
            Message why,
            String settledBy) {}

    /**
     * @param waiting how many are unclaimed in all
     * @param unclaimed the first that came
     * @param latest what came and is settled, the latest first
     * @param keepDays after how many days what nobody claims is removed
     */
    record IncomingLists(int waiting, List<IncomingView> unclaimed, List<IncomingView> latest, int keepDays) {}

    /** What is settled in between is in both lists rather than in none. */
    @Transactional(readOnly = true)
    IncomingLists list() {
        Limited to = Limited.here(devices);
        return new IncomingLists(
                incoming.countUnclaimed(to.everywhere, to.devices),
                views(incoming.findUnclaimed(to.everywhere, to.devices, Limit.of(MOST))),
                views(incoming.findSettled(to.everywhere, to.devices, Limit.of(MOST))),
                settings.read().keepOthersDays());
    }

    /** How many wait for somebody. */
    @Transactional(readOnly = true)
    public int unclaimed() {
        Limited to = Limited.here(devices);
        return incoming.countUnclaimed(to.everywhere, to.devices);
    }

    /** What whoever asks may see: what is from nowhere known is for those only who are limited to no place. */
    private record Limited(boolean everywhere, List<UUID> devices) {
        static Limited here(DeviceService devices) {
            return Access.places().isEmpty()
                    ? new Limited(true, List.of())
                    : new Limited(
                            false, devices.seen().stream().map(DeviceView::id).toList());
        }
    }

    /** A page of one that nobody has claimed, to see whose it is. @param number from 1 */
    byte[] page(UUID id, int number) throws IOException {
        UUID scan = intake.unclaimedScan(id);
        UUID page = pages.views(scan).stream()
                .skip(Math.max(0, number - 1L))
                .map(ScanPages.PageView::id)
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("page"));
        return pages.picture(scan, page, true);
    }

    private List<IncomingView> views(List<IncomingScan> all) {
        return all.stream().map(this::view).collect(Collectors.toList());
    }

    private IncomingView view(IncomingScan one) {
        return new IncomingView(
                one.id,
                one.way,
                one.arrivedAt,
                one.sender,
                one.recipient,
                one.subject,
                addressees.device(one.deviceId).map(DeviceView::name).orElse(""),
                addressees.job(one.jobId).map(JobView::name).orElse(""),
                one.jobId,
                Optional.ofNullable(one.personId).flatMap(people::nameOf).orElse(""),
                one.personId,
                one.deliveryId,
                one.pages,
                one.state.name(),
                one.why,
                one.settledBy);
    }

    /** When scans come. @param week in which as many come as usual @param last when the last one came */
    public record Arrivals(UsualWeek week, Instant last) {}

    /** @return empty where there is not a whole week of them */
    @Transactional(readOnly = true)
    public Optional<Arrivals> arrivals(Instant now) {
        List<Instant> all = incoming.findArrivals(now.minus(Duration.ofDays(7L * MOST_WEEKS)));
        int weeks = all.isEmpty() ? 0 : (int) (Duration.between(all.get(0), now).toDays() / 7);
        if (weeks == 0) {
            return Optional.empty();
        }
        Instant from = now.minus(Duration.ofDays(7L * weeks));
        int[] counts = new int[UsualWeek.HOURS];
        for (Instant at : all) {
            if (!at.isBefore(from)) {
                ZonedDateTime local = at.atZone(zone);
                counts[UsualWeek.hourOf(local.getDayOfWeek(), local.getHour())]++;
            }
        }
        return Optional.of(new Arrivals(new UsualWeek(weeks, counts), all.get(all.size() - 1)));
    }
}
