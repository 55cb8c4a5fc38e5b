package inky.courier.connection;

import inky.courier.connection.ProbeReport.StepResult;
import inky.courier.connection.ProbeReport.StepState;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.connection.ProbeStep;
import inky.courier.core.delivery.Setback;
import inky.courier.core.message.Message;
import java.io.IOException;
import java.net.ConnectException;
import java.net.NoRouteToHostException;
import java.net.SocketTimeoutException;
import java.net.UnknownHostException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import javax.net.ssl.SSLException;

/**
 * Follows a connection step by step, from the name to the far side's answer. A delivery reads from it where it failed; a probe
 * also keeps how long each step took and what was said.
 */
public final class ConnectionTrace {
    private static final int MOST_LINES = 400;

    private final List<StepResult> steps = new ArrayList<>();
    private final List<String> dialogue = new ArrayList<>();
    private final Optional<TrustPolicy> policy;
    private BiFunction<ProbeStep, IOException, Optional<Setback>> meaning = (step, e) -> Optional.empty();
    private String farSide = "";
    private Message note = Message.none();
    private boolean care;
    private ProbeReport.Certificate key;

    public ConnectionTrace(Optional<TrustPolicy> policy) {
        this.policy = policy;
    }

    /** How a protocol's library says what the far side said, where it says so by exceptions of its own. */
    public void means(BiFunction<ProbeStep, IOException, Optional<Setback>> said) {
        meaning = said;
    }

    /** Something that may be refused. */
    public interface Call<T> {
        T run() throws IOException;
    }

    /** Something that may be refused and gives nothing back. */
    public interface Action {
        void run() throws IOException;
    }

    /** Takes a step. @throws FarSideException for whatever the far side or the line does */
    public <T> T at(ProbeStep step, Call<T> call) throws FarSideException {
        long start = System.nanoTime();
        farSide = "";
        note = Message.none();
        care = false;
        try {
            T result = call.run();
            done(step, care ? StepState.CARE : StepState.PASSED, start);
            return result;
        } catch (IOException e) {
            Setback setback = setbackOf(step, e);
            farSide = setback.reply().isEmpty() ? farSide : setback.reply();
            done(step, StepState.FAILED, start);
            line("* " + setback.sentence());
            throw new FarSideException(setback);
        }
    }

    public void does(ProbeStep step, Action action) throws FarSideException {
        at(step, () -> {
            action.run();
            return null;
        });
    }

    /** What the far side said at the step under way. */
    public void said(String words) {
        farSide = words;
    }

    /** What Courier makes of the step under way. */
    public void note(Message words) {
        note = words;
    }

    /** What somebody should look at, though the step passes. */
    public void care(Message words) {
        note = note.and(words);
        care = true;
    }

    /** The key of an SSH server, which stands for itself: nobody vouches for it. */
    public void showKey(String kind, String fingerprint) {
        key = new ProbeReport.Certificate(
                kind + " key", "", null, null, fingerprint, false, Message.of("probe.key-not-certified"));
    }

    /** A line of the dialogue: "> " is ours, "< " the far side's, "* " a remark. Secrets must be masked already. */
    public void line(String words) {
        if (dialogue.size() < MOST_LINES) {
            dialogue.add(words.replaceAll("\\p{Cntrl}", "?"));
        }
    }

    public Optional<TrustPolicy> policy() {
        return policy;
    }

    public List<String> dialogue() {
        return List.copyOf(dialogue);
    }

    /** @param all the steps that there are; those not taken are shown as such */
    public ProbeReport report(Instant at, ProbeStep[] all, Optional<Setback> setback, Message passedWords) {
        List<StepResult> shown = new ArrayList<>(steps);
        for (ProbeStep step : all) {
            if (steps.stream().noneMatch(done -> done.step().equals(step.name()))) {
                shown.add(new StepResult(step.name(), step.title(true), StepState.NOT_TRIED, 0, "", Message.none()));
            }
        }
        return new ProbeReport(
                at,
                setback.isEmpty(),
                shown,
                setback.map(Setback::cause).orElse(null),
                setback.map(Setback::sentence).orElse(passedWords),
                setback.map(Setback::remedy).orElse(Message.none()),
                policy.flatMap(TrustPolicy::certificate).orElse(key),
                0,
                dialogue());
    }

    private void done(ProbeStep step, StepState state, long start) {
        long millis = (System.nanoTime() - start) / 1_000_000;
        Message title = step.title(state != StepState.FAILED);
        // A step may be taken in two goes, for example the share and then the folder in it.
        for (StepResult before : List.copyOf(steps)) {
            if (before.step().equals(step.name())) {
                millis += before.millis();
                note = note.isEmpty() ? before.note() : note;
                steps.remove(before);
            }
        }
        steps.add(new StepResult(step.name(), title, state, millis, farSide, note));
    }

    /** What an exception of the line means at a step; one that carries its own meaning keeps it. */
    private Setback setbackOf(ProbeStep step, IOException e) {
        if (e instanceof FarSideException refused) {
            return refused.setback();
        }
        Optional<Setback> ownWords = meaning.apply(step, e);
        if (ownWords.isPresent()) {
            return ownWords.get();
        }
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof UnknownHostException) {
                return Setback.of(ConnectionCause.NAME_NOT_FOUND, "");
            }
            if (cause instanceof SSLException tls) {
                return Setback.of(
                        policy.flatMap(TrustPolicy::failure).orElseGet(() -> TlsFailure.of(tls)),
                        policy.flatMap(TrustPolicy::subject).orElse(""));
            }
            if (cause instanceof ConnectException || cause instanceof NoRouteToHostException) {
                return Setback.of(ConnectionCause.NOT_REACHED, "");
            }
        }
        boolean beforeAnyWord = step.name().equals("REACHED");
        return Setback.of(
                beforeAnyWord && e instanceof SocketTimeoutException
                        ? ConnectionCause.NOT_REACHED
                        : ConnectionCause.LINE_LOST,
                "");
    }
}
