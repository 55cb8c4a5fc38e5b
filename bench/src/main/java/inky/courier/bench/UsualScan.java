package inky.courier.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * Somebody scans three sheets to their own mail at a panel of 1024 by 600: how often the screen is touched after the PIN, and how
 * long each step takes, seen in the browser. The paper itself takes three times {@value #PAGE_MILLIS} ms.
 */
public final class UsualScan {
    private static final int PAGE_MILLIS = 450;
    private static final int REPEATS = 5;
    private static final double PATIENCE_MILLIS = 60_000;
    private static final String TOUCHES =
            "window.touches = 0; addEventListener('pointerdown', () => window.touches++, true)";

    private final Page panel;
    private final List<double[]> all = new ArrayList<>();
    private long began;

    private UsualScan(Page panel) {
        this.panel = panel;
    }

    public static void main(String[] args) throws Exception {
        try (Server server = new Server(Path.of(args[0]));
                StandInDevice device = StandInDevice.start(
                        DeviceModel.named("Alder M60c").orElseThrow(), "Panel", "127.20.7.1", 0, 9_000, PAGE_MILLIS);
                PostOffice post = WholeJob.postOffice();
                Playwright playwright = Playwright.create(
                        new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
                Browser browser = playwright
                        .chromium()
                        .launch(new BrowserType.LaunchOptions()
                                .setExecutablePath(Path.of("/usr/bin/chromium"))
                                .setArgs(List.of("--no-sandbox", "--disable-dev-shm-usage")))) {
            device.samePaper();
            Desk desk = new Desk(server.uri());
            desk.setUp(device.port(), post.startTlsPort(), 200, "AS_FOUND");
            Page page = browser.newPage(new Browser.NewPageOptions().setViewportSize(1024, 600));
            page.setDefaultTimeout(PATIENCE_MILLIS);
            page.addInitScript(TOUCHES);
            page.navigate(server.uri() + "/panel/" + desk.device());
            UsualScan usual = new UsualScan(page);
            for (int i = 0; i <= REPEATS; i++) {
                device.put(Stack.BERTH_PERMIT);
                usual.scan(desk.pin(), i > 0);
            }
            usual.print();
        }
    }

    /** @param counts whether it is not the first, which warms up */
    private void scan(String pin, boolean counts) {
        panel.getByText("Who is scanning?").waitFor();
        panel.keyboard().type(pin);
        panel.evaluate("window.touches = 0");
        double[] took = new double[5];
        begin();
        panel.keyboard().press("Enter");
        Locator job = panel.locator(".labels button").first();
        job.waitFor();
        took[0] = since();
        job.click();
        panel.locator("ol li img").first().waitFor();
        took[1] = since();
        panel.getByText(Pattern.compile("pages scanned")).waitFor();
        took[2] = since();
        key("^Send").click();
        panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)).waitFor();
        took[3] = since();
        key("^Sign out").click();
        panel.getByText("Who is scanning?").waitFor();
        took[4] = ((Number) panel.evaluate("window.touches")).doubleValue();
        if (counts) {
            all.add(took);
        }
    }

    private void begin() {
        began = System.nanoTime();
    }

    private double since() {
        return (System.nanoTime() - began) / 1e6;
    }

    private Locator key(String words) {
        return panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(words)))
                .first();
    }

    private double median(int of) {
        List<Double> sorted = all.stream().map(one -> one[of]).sorted().toList();
        return sorted.get(sorted.size() / 2);
    }

    private void print() {
        String what = "The usual scan, three sheets to one's own mail: ";
        WholeJob.row(what + "touches after the PIN, sign out among them", median(4), "");
        WholeJob.row(what + "from the PIN to the jobs", median(0), "ms");
        WholeJob.row(what + "from the PIN to the first page seen", median(1), "ms");
        WholeJob.row(what + "from the PIN to the last page in", median(2), "ms");
        WholeJob.row(what + "from the PIN to Arrived", median(3), "ms");
    }
}
