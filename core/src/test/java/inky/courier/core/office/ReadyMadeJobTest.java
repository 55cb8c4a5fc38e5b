package inky.courier.core.office;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ReadyMadeJobTest {
    private static final UUID ID = new UUID(15, 15);

    /** Whatever an office has: what is offered can be saved as it is, once it has a destination. */
    @ParameterizedTest
    @EnumSource(ReadyMadeJob.class)
    void whatIsOfferedCanBeSaved(ReadyMadeJob ready) {
        assertFalse(ready.words().toString().isBlank());
        assertFalse(ready.says().toString().isBlank());
        Random random = new Random(15);
        int offered = 0;
        for (int i = 0; i < 200; i++) {
            Office office = Offices.random(random);
            Optional<JobItem> draft = ready.draft(office, ID);
            if (draft.isPresent() && !draft.get().targets().isEmpty()) {
                offered++;
                Office with = office.apply(List.of(new Change.Put(draft.get())));
                assertTrue(with.find(draft.get().reference()).isPresent());
            }
        }
        assertTrue(ready == ReadyMadeJob.COPY || offered > 20, ready + " was offered " + offered + " times");
    }

    @Test
    void theProfileWithTheFewestChangesIsTaken() {
        Random random = new Random(28);
        for (int i = 0; i < 200; i++) {
            Office office = Offices.random(random);
            ReadyMadeJob.READ_ALOUD.draft(office, ID).ifPresent(job -> {
                ScanProfile scan = job.changes()
                        .applyTo(((ProfileItem) office.find(new Reference(ItemKind.PROFILE, job.profileId()))
                                        .orElseThrow())
                                .profile());
                assertEquals(FileType.SPOKEN, scan.fileType());
                assertEquals(300, scan.resolution().dpi());
            });
        }
        assertEquals(Optional.empty(), ReadyMadeJob.TO_MY_MAIL.draft(Office.EMPTY, ID));
    }

    /** Of profiles that all can be what is wanted, not the first by name. */
    @Test
    void ofProfilesThatNeedTheSameTheMostUsualIsTaken() {
        ScanProfile usual = new ScanProfile(ColourMode.AS_FOUND, new Resolution(200), Sides.ONE, FileType.PDF);
        ScanProfile card = usual.withTidy(Tidy.NONE.with(tidy -> {
            tidy.card = true;
            tidy.crop = true;
        }));
        Office office = Office.EMPTY.apply(List.of(
                new Change.Put(new NameItem(new UUID(1, 1), "Day", "{date} {counter}")),
                new Change.Put(new ProfileItem(new UUID(2, 1), "A card", card)),
                new Change.Put(new ProfileItem(new UUID(2, 2), "Usual", usual))));
        assertEquals(
                new UUID(2, 2),
                ReadyMadeJob.TO_MY_MAIL.draft(office, ID).orElseThrow().profileId());
        // What the card has already need not be changed.
        assertEquals(
                new UUID(2, 1),
                ReadyMadeJob.IDENTITY_CARD.draft(office, ID).orElseThrow().profileId());
    }

    @Test
    void aNameThatIsTakenGetsANumber() {
        Random random = new Random(3);
        Office office = Offices.random(random);
        while (ReadyMadeJob.TO_MY_MAIL
                .draft(office, ID)
                .filter(job -> !job.targets().isEmpty())
                .isEmpty()) {
            office = Offices.random(random);
        }
        JobItem first = ReadyMadeJob.TO_MY_MAIL.draft(office, ID).orElseThrow();
        Office with = office.apply(List.of(new Change.Put(first)));
        JobItem second = ReadyMadeJob.TO_MY_MAIL.draft(with, new UUID(15, 16)).orElseThrow();
        assertEquals(first.name() + " 2", second.name());
    }
}
