package inky.courier.panel;

import inky.courier.core.profile.PaperSource;
import inky.courier.delivery.DeliveryService.Receipt;
import inky.courier.help.HelpCalls;
import inky.courier.live.Live;
import inky.courier.panel.WalkUp.Front;
import inky.courier.panel.WalkUp.Label;
import inky.courier.panel.WalkUp.Progress;
import inky.courier.people.Cards;
import inky.courier.scan.PageEditForm;
import inky.courier.scan.ScanService.ScanView;
import inky.courier.signin.Source;
import inky.courier.web.StreamedContent;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** The panel. The user is the signed-in person, and the security chain has made sure that the device is theirs. */
@RestController
@RequestMapping("/api/panel/{device}")
class WalkUpController {
    private final WalkUp walkUp;
    private final PanelSessions sessions;
    private final SignInAtPanels signIn;
    private final HelpCalls help;
    private final Live live;

    WalkUpController(WalkUp walkUp, PanelSessions sessions, SignInAtPanels signIn, HelpCalls help, Live live) {
        this.walkUp = walkUp;
        this.sessions = sessions;
        this.signIn = signIn;
        this.help = help;
        this.live = live;
    }

    /** @param pin and {@code card} that was held to the reader; absent where there is none */
    record SignInEntry(@Nullable String pin, @Nullable String card) {}

    /** @param pin absent for one by chance */
    record PinWish(@Nullable String pin) {}

    record CurrentPin(String pin) {}

    /** @param pin by chance, shown once; empty for one that was chosen */
    record PinAnswer(String pin) {}

    /** @param source where the paper lies; absent for where the profile says @param settings that were chosen, by path */
    record ScanOrder(
            UUID jobId,
            @Nullable PaperSource source,
            @Nullable Map<String, String> settings) {}

    /** @param instead the page that is scanned again; absent for more paper @param settings that were chosen, by path */
    record LoadOrder(
            @Nullable UUID instead,
            @Nullable PaperSource source,
            @Nullable Map<String, String> settings) {}

    @GetMapping
    Front panelFront(@PathVariable UUID device, @AuthenticationPrincipal @Nullable PanelUser user) {
        return walkUp.front(device, user);
    }

    @PostMapping("/session")
    Front panelSignIn(
            @PathVariable UUID device,
            @RequestBody SignInEntry entry,
            HttpServletRequest request,
            HttpServletResponse response) {
        SignInAtPanels.Shown shown = new SignInAtPanels.Shown(
                Objects.requireNonNullElse(entry.pin(), ""),
                Optional.ofNullable(entry.card()).map(Cards.Number::new));
        SignInAtPanels.Opened opened = signIn.open(device, shown, Source.of(request));
        help.hideAll(device);
        setCookie(device, opened.token(), -1, request, response);
        return walkUp.front(device, opened.user());
    }

    /** Somebody scans without signing in, where the office lets guests and has a job for them here. */
    @PostMapping("/session/guest")
    Front panelAsGuest(@PathVariable UUID device, HttpServletRequest request, HttpServletResponse response) {
        SignInAtPanels.Opened opened = signIn.openAsGuest(device);
        help.hideAll(device);
        setCookie(device, opened.token(), -1, request, response);
        return walkUp.front(device, opened.user());
    }

    /** Who wants another PIN shows the one that they have; from then on a new one comes first. */
    @PostMapping("/pin/current")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void panelCurrentPin(
            @PathVariable UUID device,
            @RequestBody CurrentPin current,
            @AuthenticationPrincipal PanelUser user,
            HttpServletRequest request) {
        signIn.proveCurrent(user, token(request), current.pin(), Source.of(request));
    }

    /** They keep it after all, where nothing but they themselves asked for another. */
    @DeleteMapping("/pin/current")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void panelKeepPin(@PathVariable UUID device, @AuthenticationPrincipal PanelUser user, HttpServletRequest request) {
        signIn.keepCurrent(user, token(request));
    }

    /** Another PIN for who needs one: by chance, or chosen where the office lets people choose. */
    @PostMapping("/pin")
    PinAnswer panelPin(
            @PathVariable UUID device,
            @RequestBody PinWish wish,
            @AuthenticationPrincipal PanelUser user,
            HttpServletRequest request) {
        String chosen = Objects.requireNonNullElse(wish.pin(), "");
        return new PinAnswer(signIn.replacePin(user, token(request), chosen, Source.of(request)));
    }

    private static String token(HttpServletRequest request) {
        return PanelDoorFilter.token(request).orElseThrow();
    }

    @DeleteMapping("/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void panelSignOut(@PathVariable UUID device, HttpServletRequest request, HttpServletResponse response) {
        PanelDoorFilter.token(request).ifPresent(token -> {
            sessions.close(token);
            live.endOf(token);
        });
        help.hideAll(device);
        setCookie(device, "", 0, request, response);
    }

    @GetMapping("/jobs")
    List<Label> panelJobs(@PathVariable UUID device, @AuthenticationPrincipal PanelUser user) {
        return walkUp.labels(user);
    }

    @PostMapping("/scans")
    ScanView beginScan(
            @PathVariable UUID device, @RequestBody ScanOrder order, @AuthenticationPrincipal PanelUser user) {
        return walkUp.begin(user, order.jobId(), Optional.ofNullable(order.source()), order.settings());
    }

    /** Choices of a question in which the letters stand; those that begin with them first. */
    @GetMapping("/jobs/{job}/choices")
    Ask.Options panelChoices(
            @PathVariable UUID device,
            @PathVariable UUID job,
            @RequestParam String question,
            @RequestParam(defaultValue = "") String letters,
            @AuthenticationPrincipal PanelUser user) {
        return walkUp.choices(user, job, question, letters);
    }

    @GetMapping("/scans/{scan}")
    ScanView getScan(@PathVariable UUID device, @PathVariable UUID scan, @AuthenticationPrincipal PanelUser user) {
        return walkUp.own(user, scan);
    }

    @PostMapping("/scans/{scan}/loads")
    ScanView addLoad(
            @PathVariable UUID device,
            @PathVariable UUID scan,
            @RequestBody(required = false) @Nullable LoadOrder order,
            @AuthenticationPrincipal PanelUser user) {
        Optional<LoadOrder> wanted = Optional.ofNullable(order);
        return walkUp.addLoad(
                user,
                scan,
                wanted.map(LoadOrder::instead),
                wanted.map(LoadOrder::source),
                wanted.map(LoadOrder::settings).orElse(null));
    }

    @DeleteMapping("/scans/{scan}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void cancelScan(@PathVariable UUID device, @PathVariable UUID scan, @AuthenticationPrincipal PanelUser user) {
        walkUp.cancel(user, scan);
    }

    @GetMapping("/scans/{scan}/pages/{page}/thumbnail")
    ResponseEntity<byte[]> scanThumbnail(
            @PathVariable UUID device,
            @PathVariable UUID scan,
            @PathVariable UUID page,
            @AuthenticationPrincipal PanelUser user)
            throws IOException {
        return StreamedContent.passingPicture(walkUp.picture(user, scan, page, true));
    }

    @GetMapping("/scans/{scan}/pages/{page}/image")
    ResponseEntity<byte[]> scanImage(
            @PathVariable UUID device,
            @PathVariable UUID scan,
            @PathVariable UUID page,
            @AuthenticationPrincipal PanelUser user)
            throws IOException {
        return StreamedContent.passingPicture(walkUp.picture(user, scan, page, false));
    }

    /** Turns, crops, leaves out, brings back, moves or splits. */
    @PostMapping("/scans/{scan}/edits")
    ScanView editPage(
            @PathVariable UUID device,
            @PathVariable UUID scan,
            @RequestBody PageEditForm edit,
            @AuthenticationPrincipal PanelUser user) {
        return walkUp.edit(user, scan, edit);
    }

    @DeleteMapping("/scans/{scan}/edits/last")
    ScanView undoPageEdit(@PathVariable UUID device, @PathVariable UUID scan, @AuthenticationPrincipal PanelUser user) {
        return walkUp.undoEdit(user, scan);
    }

    /** What would be made of the scan with the answers so far; nothing is. */
    @PostMapping("/scans/{scan}/plan")
    FilesToBe.PlannedScan planScan(
            @PathVariable UUID device,
            @PathVariable UUID scan,
            @RequestBody(required = false) @Nullable JobQuestions.Answers answers,
            @AuthenticationPrincipal PanelUser user) {
        return walkUp.plan(user, scan, answers);
    }

    @PostMapping("/scans/{scan}/send")
    Receipt sendScan(
            @PathVariable UUID device,
            @PathVariable UUID scan,
            @RequestBody(required = false) @Nullable JobQuestions.Answers answers,
            @AuthenticationPrincipal PanelUser user) {
        return walkUp.send(user, scan, answers);
    }

    @GetMapping("/deliveries/{delivery}")
    Progress deliveryProgress(
            @PathVariable UUID device, @PathVariable UUID delivery, @AuthenticationPrincipal PanelUser user) {
        return walkUp.progress(user, delivery);
    }

    /** What changes of the person's own, and how the device is, as long as their session. */
    @GetMapping(path = "/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter panelLive(
            @PathVariable UUID device, @AuthenticationPrincipal PanelUser user, HttpServletRequest request) {
        String token = PanelDoorFilter.token(request).orElseThrow();
        Live.Owner owner =
                new Live.Owner(token, () -> sessions.find(token, device).isPresent());
        return live.listen(
                owner,
                notice -> user.personId().equals(notice.person()) || notice.id().equals(device));
    }

    private static void setCookie(
            UUID device, String token, long age, HttpServletRequest request, HttpServletResponse response) {
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(PanelDoorFilter.COOKIE, token)
                        .path("/api/panel/" + device)
                        .httpOnly(true)
                        .sameSite("Strict")
                        .secure(request.isSecure())
                        .maxAge(age)
                        .build()
                        .toString());
    }
}
