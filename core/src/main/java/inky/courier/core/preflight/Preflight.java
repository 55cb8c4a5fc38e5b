package inky.courier.core.preflight;

import inky.courier.core.office.Change;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;

/** The checks of a job before anybody scans, each a class of its own; what they find is told in their order. */
public final class Preflight {
    /** Pages of a usual scan; common practice, no source. */
    public static final int USUAL_PAGES = 10;

    private static final Check<JobAtDevice> SCANNER = new ScannerCheck();

    private static final List<Check<JobAtDevice>> AT_DEVICE = List.of(
            new SourceCheck(),
            new SizeCheck(),
            new SidesCheck(),
            new ColourCheck(),
            new FoundColourCheck(),
            new ResolutionCheck(),
            new UsbPortCheck(),
            new StickEncryptionCheck(),
            new ShelfCheck(),
            new NameRepeatsCheck(),
            new SeparatorFieldCheck(),
            new ReadingCheck(),
            new OpenLineCheck(),
            new AnyCertificateCheck());

    private static final List<Check<JobRoute>> BY_ROUTE = List.of(new RouteCheck(), new MailLimitCheck());

    private static final List<OfficeCheck> OF_ALL = List.of(
            new NeverAnsweredCheck(),
            new EmptyPanelCheck(),
            new SmallFeederCheck(),
            new DeviceWithoutPlaceCheck(),
            new PasswordMissingCheck(),
            new LastProbeCheck(),
            new NeverTriedCheck(),
            new CertificateEndsCheck(),
            new PortCheck(),
            new UnusedMailServerCheck(),
            new UnusedDestinationCheck(),
            new UnusedProfileCheck(),
            new SameProfilesCheck(),
            new UnusedNameCheck(),
            new EmptyFieldCheck(),
            new JobOnNoPanelCheck(),
            new JobsLookAlikeCheck(),
            new JobsDoTheSameCheck(),
            new KindsTogetherCheck(),
            new SamePlaceTwiceCheck(),
            new PersonalDestinationCheck(),
            new RecipientChoiceCheck(),
            new NobodyNotifiesCheck(),
            new AnswerNotAskedCheck(),
            new ZoneMissingCheck(),
            new NobodyMayUseCheck(),
            new GuestsCheck(),
            new LanguageMissingCheck(),
            new SpeechMissingCheck(),
            new PeopleCheck(),
            new OneAdministratorCheck(),
            new ChangeNotMadeCheck(),
            new DirectoryCheck(),
            new OpenAddressCheck(),
            new NothingKeptCheck());

    private Preflight() {}

    /** The set-up as a whole, whatever runs at which device. */
    public static List<Finding> check(WholeOffice at) {
        return OF_ALL.stream().flatMap(check -> check.find(at)).toList();
    }

    /** What is to be changed so that something is not found any more; nothing where a person has to decide. */
    public static List<Change> fix(WholeOffice at, Finding found) {
        return OF_ALL.stream()
                .filter(check -> check.find(at).anyMatch(found::equals))
                .findFirst()
                .map(check -> check.fix(at, found))
                .orElse(List.of());
    }

    /** Of a device that does not scan nothing else need be said. */
    public static List<Finding> check(JobAtDevice at) {
        Optional<Finding> prints = SCANNER.find(at);
        if (prints.isPresent()) {
            return List.of(prints.get());
        }
        return at.job().asks().destinations() && at.job().targets().size() > 1 ? ofChosen(at) : found(AT_DEVICE, at);
    }

    /** Where somebody chooses where it goes, what stops one way does not stop the others. */
    private static List<Finding> ofChosen(JobAtDevice at) {
        List<List<Finding>> each = at.job().targets().stream()
                .map(target -> found(AT_DEVICE, at.to(target.destinationId())))
                .toList();
        boolean goes = each.stream().anyMatch(Preflight::canGo);
        return each.stream()
                .flatMap(List::stream)
                .distinct()
                .map(finding -> goes && finding.severity() == Finding.Severity.STOPS
                        ? finding.only(finding.sentence())
                        : finding)
                .toList();
    }

    private static boolean canGo(List<Finding> findings) {
        return findings.stream().noneMatch(finding -> finding.severity() == Finding.Severity.STOPS);
    }

    /** The same job by each of its servers. */
    public static List<Finding> check(List<JobRoute> routes) {
        return routes.stream().flatMap(route -> found(BY_ROUTE, route).stream()).toList();
    }

    /** What is to be changed so that the job runs at the device. @param ids new ones, for what is added */
    public static List<Change> fix(JobAtDevice at, Supplier<UUID> ids) {
        return AT_DEVICE.stream()
                .filter(check -> check.find(at).filter(Finding::mends).isPresent())
                .findFirst()
                .map(check -> check.fix(at, ids))
                .orElse(List.of());
    }

    private static <T> List<Finding> found(List<Check<T>> checks, T at) {
        return checks.stream().flatMap(check -> check.find(at).stream()).toList();
    }
}
