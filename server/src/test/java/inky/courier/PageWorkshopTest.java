package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Profiles with all their settings, in the application: kept, tried, weighed, and acting on what is scanned. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class PageWorkshopTest {
    @Test
    void aPasscodeIsKeptAndNeverLeavesAgain(Office office) {
        Map<String, Object> form = Office.profileForm("Locked", Map.of(), Map.of());
        form.put("passcode", "harbour 12");
        Browser.Answer made = office.desk.post("/api/profiles", form).ok();
        String id = made.get("id");
        assertThat(made.json().path("passcodeSet").asBoolean()).isTrue();
        assertThat(made.text()).doesNotContain("harbour 12");
        assertThat(office.desk.get("/api/profiles/" + id + "/export").ok().text())
                .contains("inky-courier-scan-profile")
                .doesNotContain("harbour 12");
        assertThat(office.desk.get("/api/changes").text()).doesNotContain("harbour 12");

        form.put("passcode", null);
        assertThat(office.desk
                        .put("/api/profiles/" + id, form)
                        .ok()
                        .json()
                        .path("passcodeSet")
                        .asBoolean())
                .as("null leaves it")
                .isTrue();
        form.put("passcode", "");
        assertThat(office.desk
                        .put("/api/profiles/" + id, form)
                        .ok()
                        .json()
                        .path("passcodeSet")
                        .asBoolean())
                .as("empty takes it away")
                .isFalse();
    }

    @Test
    void anExportedProfileComesBackUnderANameOfItsOwn(Office office) {
        String id = office.desk
                .post("/api/profiles", Office.profileForm("Travels", Map.of("upright", true), Map.of()))
                .ok()
                .get("id");
        String file = office.desk.get("/api/profiles/" + id + "/export").ok().text();
        JsonNode back = office.desk
                .post("/api/profiles/import", Map.of("file", file))
                .ok()
                .json();
        assertThat(back.path("name").asString()).isEqualTo("Travels 2");
        assertThat(back.path("tidy").path("upright").asBoolean()).isTrue();
        Browser.Answer wrong = office.desk.post("/api/profiles/import", Map.of("file", "{\"name\": 1"));
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.text()).contains("not valid JSON").doesNotContain("Exception");
    }

    @Test
    void whatCannotBeIsRefusedAtItsSetting(Office office) {
        Browser.Answer archive = office.desk.post(
                "/api/profiles",
                with(Office.profileForm("A", Map.of(), Map.of("archive", true)), "passcode", "harbour 12"));
        assertThat(archive.status()).isEqualTo(422);
        assertThat(archive.text()).contains("PDF/A forbids encryption");
        Browser.Answer scale =
                office.desk.post("/api/profiles", Office.profileForm("B", Map.of("scalePercent", 900), Map.of()));
        assertThat(scale.status()).isEqualTo(422);
        assertThat(scale.text()).contains("tidy.scalePercent");
    }

    @Test
    void aSamplePageShowsWhatAProfileDoes(Office office) {
        Map<String, Object> order = new HashMap<>();
        order.put("profile", Office.profileForm("P", Map.of("straighten", true, "upright", true), Map.of()));
        order.put("profileId", null);
        order.put("sample", "manifest");
        JsonNode manifest =
                office.desk.post("/api/workshop/preview", order).ok().json();
        assertThat(manifest.path("done").toString())
                .contains("turned upright by 90")
                .contains("straightened");
        assertThat(manifest.path("after").path(0).asString()).startsWith("data:image/jpeg;base64,");

        order.put("profile", Office.profileForm("P", Map.of("skipBlank", "USUAL"), Map.of()));
        order.put("sample", "back");
        assertThat(office.desk
                        .post("/api/workshop/preview", order)
                        .ok()
                        .json()
                        .path("fate")
                        .asString())
                .isEqualTo("SKIPPED_BLANK");
        order.put("sample", "../../etc/passwd");
        assertThat(office.desk.post("/api/workshop/preview", order).status()).isEqualTo(404);
    }

    private static long weight(Office office, Map<String, Object> order, String model) {
        JsonNode estimate = office.desk
                .post("/api/workshop/estimate", with(order, "model", model))
                .ok()
                .json();
        assertThat(estimate.path("learnedFrom").asInt()).isEqualTo(100);
        assertThat(estimate.path("learnedFromModel").asInt()).isEqualTo(model.isEmpty() ? 0 : 50);
        return estimate.path("mail").path("p50").asLong();
    }

    @Test
    void whatDoesNotFitIsSaidBeforeAnybodyScans(Office office) {
        Map<String, Object> order = new HashMap<>();
        Map<String, Object> colour = Office.profileForm("P", Map.of(), Map.of());
        colour.put("colour", "COLOUR");
        order.put("profile", colour);
        order.put("profileId", null);
        order.put("media", "iso_a4_210x297mm");
        order.put("pages", 60);
        order.put("limitMb", 10);
        JsonNode estimate =
                office.desk.post("/api/workshop/estimate", order).ok().json();
        assertThat(estimate.path("fits").asBoolean()).isFalse();
        assertThat(estimate.path("pagesThatFit").asInt()).isBetween(5, 40);
        assertThat(estimate.path("advice").path("givesUp").toString()).contains("fine grain of the paper");
        JdbcClient jdbc = office.bean(JdbcClient.class);
        jdbc.sql("""
                        insert into size_observation (coding, model, pages, ratio, at)
                        select 'COLOUR_USUAL', case when n % 2 = 0 then 'Small coder' else 'Large coder' end, 2,
                            case when n % 2 = 0 then 0.5 else 1.5 end, now() from generate_series(1, 100) n""").update();
        long any = weight(office, order, "");
        long small = weight(office, order, "Small coder");
        assertThat(weight(office, order, "Large coder")).isGreaterThan(any);
        assertThat(small).isBetween(any / 3, any * 2 / 3);
        order.put("media", "iso_a99");
        assertThat(office.desk.post("/api/workshop/estimate", order).status()).isEqualTo(422);
    }

    /** What is done at the panel is what is in the file: pages turned, cropped, moved, left out, scanned again, undone. */
    @Test
    void editsOfPagesAreInTheFilesAsTheyAreShown(Office office) throws IOException {
        String job = jobWith(office, "As it comes", Office.profileForm("As it comes", Map.of(), Map.of()));
        Browser guest = office.guest();
        office.device.put(Stack.CARGO_MANIFEST);
        String scan =
                guest.post(office.panel("/scans"), Map.of("jobId", job)).ok().get("id");
        office.waitForScan(guest, scan, "COMPLETE");
        List<String> ids = ids(guest.get(office.panel("/scans/" + scan)).json());
        assertThat(ids).hasSize(4);

        String edits = office.panel("/scans/" + scan + "/edits");
        guest.post(edits, Map.of("action", "TURN", "page", ids.get(0), "quarters", 1))
                .ok();
        guest.post(
                        edits,
                        Map.of(
                                "action",
                                "CROP",
                                "page",
                                ids.get(1),
                                "part",
                                Map.of("left", 0, "top", 0, "right", 1, "bottom", 0.5)))
                .ok();
        guest.post(edits, Map.of("action", "MOVE", "page", ids.get(3), "before", ids.get(0)))
                .ok();
        guest.post(edits, Map.of("action", "LEAVE_OUT", "page", ids.get(0))).ok();
        JsonNode undone = guest.delete(edits + "/last").ok().json();
        assertThat(ids(undone)).containsExactly(ids.get(3), ids.get(0), ids.get(1), ids.get(2));
        assertThat(undone.path("pages").path(1).path("presence").asString()).isEqualTo("AS_FOUND");
        guest.post(edits, Map.of("action", "LEAVE_OUT", "page", ids.get(2))).ok();
        assertThat(guest.post(edits, Map.of("action", "REPLACE", "page", ids.get(0), "by", ids.get(1)))
                        .status())
                .as("only scanning again replaces")
                .isEqualTo(422);

        // The moved page was spoiled: it is scanned again, by a stack of which the others follow it.
        office.device.put(Stack.BERTH_PERMIT);
        guest.post(office.panel("/scans/" + scan + "/loads"), Map.of("instead", ids.get(3)))
                .ok();
        office.waitForScan(guest, scan, "COMPLETE");
        List<String> now = ids(guest.get(office.panel("/scans/" + scan)).json());
        assertThat(now)
                .doesNotContain(ids.get(3))
                .endsWith(ids.get(0), ids.get(1), ids.get(2))
                .hasSizeGreaterThan(4);

        byte[] turned = guest.get(office.panel("/scans/" + scan + "/pages/" + ids.get(0) + "/thumbnail"))
                .ok()
                .response()
                .body();
        var shown = javax.imageio.ImageIO.read(new java.io.ByteArrayInputStream(turned));
        assertThat(shown.getWidth()).isGreaterThan(shown.getHeight());

        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        byte[] pdf = office.desk
                .get("/api/deliveries/" + delivery + "/files/0")
                .ok()
                .response()
                .body();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(now.size() - 1);
            int at = now.indexOf(ids.get(0));
            var wide = document.getPage(at).getMediaBox();
            assertThat(wide.getWidth()).as("turned").isGreaterThan(wide.getHeight());
            var half = document.getPage(at + 1).getMediaBox();
            // A4, its upper half
            assertThat(half.getHeight()).isBetween(419f, 423f);
        }
        JsonNode pages =
                office.desk.get("/api/deliveries/" + delivery).ok().json().path("pages");
        assertThat(pages.path(now.size() - 1).path("leftOut").asString()).isEqualTo("left out");
        assertThat(office.desk
                        .get("/api/deliveries/" + delivery)
                        .json()
                        .path("row")
                        .path("pages")
                        .asInt())
                .isEqualTo(now.size() - 1);
    }

    /** Only who sees a receipt on the glass can say what it should be; until then it is as it was found. */
    @Test
    void anOriginalOfNoStandardSizeOnTheGlassIsAskedAbout(Office office) {
        Map<String, Object> form = Office.profileForm("Cut out", Map.of("crop", true), Map.of());
        String job = jobWith(office, "Receipt", form);
        Browser guest = office.guest();
        office.device.layOnGlass(Stack.FUEL_RECEIPTS);
        String scan = guest.post(office.panel("/scans"), Map.of("jobId", job, "source", "GLASS"))
                .ok()
                .get("id");
        office.waitForScan(guest, scan, "COMPLETE");
        JsonNode page = onlyPage(office, guest, scan);
        JsonNode choices = page.path("original").path("choices");
        assertThat(page.path("original").path("found").asString()).endsWith(" mm");
        assertThat(choices.path(0).path("words").asString())
                .isEqualTo(page.path("original").path("found").asString());
        assertThat(choices.path(choices.size() - 1).path("words").asString()).isEqualTo("Whole glass");

        for (JsonNode choice : List.of(choices.path(1), choices.path(choices.size() - 1))) {
            Map<String, Object> crop =
                    Map.of("action", "CROP", "page", page.path("id").asString(), "part", choice.path("part"));
            guest.post(office.panel("/scans/" + scan + "/edits"), crop).ok();
            assertThat(onlyPage(office, guest, scan).path("original").isNull())
                    .as("answered")
                    .isTrue();
            guest.delete(office.panel("/scans/" + scan + "/edits/last")).ok();
            assertThat(onlyPage(office, guest, scan).path("original").isObject())
                    .as("taken back, it is asked again")
                    .isTrue();
        }
        Map<String, Object> whole = Map.of(
                "action",
                "CROP",
                "page",
                page.path("id").asString(),
                "part",
                choices.path(choices.size() - 1).path("part"));
        guest.post(office.panel("/scans/" + scan + "/edits"), whole).ok();
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        assertThat(office.desk
                        .get("/api/deliveries/" + delivery)
                        .json()
                        .path("pages")
                        .path(0)
                        .path("done")
                        .toString())
                .as("somebody wanted all of the glass: nothing is cut off")
                .doesNotContain(page.path("original").path("found").asString());
    }

    private static JsonNode onlyPage(Office office, Browser guest, String scan) {
        return guest.get(office.panel("/scans/" + scan))
                .ok()
                .json()
                .path("pages")
                .path(0);
    }

    /** The glass: one side at a time, as large as it is or as the profile says, in the same document as a stack. */
    @Test
    void pagesComeFromTheGlassAsWellAsFromTheFeeder(Office office) {
        Map<String, Object> form = Office.profileForm("Both sides", Map.of("crop", true), Map.of());
        String job = jobWith(office, "Slip", with(form, "sides", "TWO_LONG_EDGE"));
        Browser guest = office.guest();
        JsonNode front = guest.get(office.panel("")).ok().json();
        assertThat(front.path("feeder").asBoolean()).isTrue();
        assertThat(front.path("glass").asBoolean()).isTrue();

        String scan =
                guest.post(office.panel("/scans"), Map.of("jobId", job)).ok().get("id");
        office.waitForScan(guest, scan, "TROUBLE");
        assertThat(guest.get(office.panel("/scans/" + scan)).text()).contains("no paper in the feeder");
        office.device.layOnGlass(Stack.LOST_PROPERTY);
        guest.post(office.panel("/scans/" + scan + "/loads"), Map.of("source", "GLASS"))
                .ok();
        office.waitForScan(guest, scan, "COMPLETE");
        office.device.put(Stack.TIDE_TABLE);
        guest.post(office.panel("/scans/" + scan + "/loads"), Map.of("source", "FEEDER"))
                .ok();
        office.waitForScan(guest, scan, "COMPLETE");
        JsonNode seen = guest.get(office.panel("/scans/" + scan)).json();
        assertThat(media(seen))
                .as("all of the glass, then both sides of a sheet")
                .containsExactly("A4", "A4", "A4");
        assertThat(seen.path("pages").path(0).path("source").asString())
                .as("from where it is scanned again")
                .isEqualTo("GLASS");
        assertThat(seen.path("pages").path(1).path("source").asString()).isEqualTo("FEEDER");
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        assertThat(office.desk
                        .get("/api/deliveries/" + delivery)
                        .json()
                        .path("pages")
                        .path(0)
                        .path("done")
                        .toString())
                .as("the slip is found on the lid")
                .contains("A5");

        Map<String, Object> small = Office.profileForm("Slips", Map.of(), Map.of());
        String slips =
                jobWith(office, "Slips", with(small, "input", Map.of("source", "GLASS", "media", "iso_a5_148x210mm")));
        String other =
                guest.post(office.panel("/scans"), Map.of("jobId", slips)).ok().get("id");
        office.waitForScan(guest, other, "COMPLETE");
        assertThat(media(guest.get(office.panel("/scans/" + other)).json())).containsExactly("A5");
        guest.delete(office.panel("/scans/" + other)).ok();
        office.device.clearGlass();

        Browser.Answer both = office.desk.post(
                "/api/profiles",
                with(
                        with(Office.profileForm("No", Map.of(), Map.of()), "sides", "TWO_LONG_EDGE"),
                        "input",
                        Map.of("source", "GLASS", "media", "")));
        assertThat(both.status()).isEqualTo(422);
        assertThat(both.text()).contains("cannot scan both sides");
        assertThat(office.desk
                        .post(
                                "/api/profiles",
                                with(
                                        Office.profileForm("No", Map.of(), Map.of()),
                                        "input",
                                        Map.of("source", "FEEDER", "media", "as it is")))
                        .text())
                .contains("not a paper size");
    }

    private static List<String> media(JsonNode scan) {
        List<String> media = new ArrayList<>();
        scan.path("pages").forEach(page -> media.add(page.path("media").asString()));
        return media;
    }

    /** What was found when a page came decides when its files are made; it is not looked for again. */
    @Test
    void aPageIsAnalysedOnceWhenItComes(Office office) {
        Map<String, Object> form = Office.profileForm("Both sides", Map.of("skipBlank", "USUAL"), Map.of());
        String job = jobWith(office, "Manifest", with(form, "sides", "TWO_LONG_EDGE"));
        Browser guest = office.guest();
        office.device.put(Stack.CARGO_MANIFEST);
        String scan =
                guest.post(office.panel("/scans"), Map.of("jobId", job)).ok().get("id");
        office.waitForScan(guest, scan, "COMPLETE");
        JsonNode pages = guest.get(office.panel("/scans/" + scan)).ok().json().path("pages");
        String blank = "";
        for (JsonNode page : pages) {
            blank = page.path("blankReason").asString().isEmpty()
                    ? blank
                    : page.path("id").asString();
        }
        // A written page is said to be a blank one, a blank one by an analysis of before to be written.
        JdbcClient jdbc = office.bean(JdbcClient.class);
        String analysis = "update scan_page set analysis = (select %s from scan_page where id = :from) where id = :to";
        String written = pages.path(0).path("id").asString();
        String other = pages.path(2).path("id").asString();
        jdbc.sql(String.format(analysis, "replace(analysis, '\"version\":', '\"version\":9')"))
                .param("from", UUID.fromString(other))
                .param("to", UUID.fromString(blank))
                .update();
        jdbc.sql("update scan_page set analysis = (select analysis from scan_page "
                        + "where scan_id = :scan and blank_reason <> '' and id <> :blank) where id = :to")
                .param("scan", UUID.fromString(scan))
                .param("blank", UUID.fromString(blank))
                .param("to", UUID.fromString(written))
                .update();
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        List<String> leftOut = new ArrayList<>();
        office.desk.get("/api/deliveries/" + delivery).ok().json().path("pages").forEach(page -> {
            if (!page.path("leftOut").asString().isEmpty()) {
                leftOut.add(page.path("id").asString());
            }
        });
        assertThat(leftOut).hasSize(3).contains(written, blank);
    }

    private static List<String> ids(JsonNode scan) {
        List<String> ids = new ArrayList<>();
        scan.path("pages").forEach(page -> ids.add(page.path("id").asString()));
        return ids;
    }

    @Test
    void blankBacksAreLeftOutUnlessAPersonBringsThemBackAndSplitsMakeFiles(Office office) {
        String job = jobWith(
                office,
                "Manifest",
                with(
                        Office.profileForm("Both sides", Map.of("skipBlank", "USUAL"), Map.of()),
                        "sides",
                        "TWO_LONG_EDGE"));
        Browser guest = office.guest();
        office.device.put(Stack.CARGO_MANIFEST);
        String scan =
                guest.post(office.panel("/scans"), Map.of("jobId", job)).ok().get("id");
        office.waitForScan(guest, scan, "COMPLETE");
        List<Integer> blank = new ArrayList<>();
        for (JsonNode page : guest.get(office.panel("/scans/" + scan)).json().path("pages")) {
            if (!page.path("blankReason").asString().isEmpty()) {
                blank.add(page.path("number").asInt());
            }
        }
        assertThat(blank).as("two backs are blank").hasSize(2);
        office.edit(guest, scan, blank.get(0), "BRING_BACK").ok();
        office.edit(guest, scan, 3, "SPLIT").ok();
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");

        JsonNode page = office.desk.get("/api/deliveries/" + delivery).ok().json();
        assertThat(page.path("files").size()).isEqualTo(2);
        int pages = page.path("files").path(0).path("pages").asInt()
                + page.path("files").path(1).path("pages").asInt();
        assertThat(pages).as("eight sides less one blank").isEqualTo(7);
        assertThat(page.path("pages").path(blank.get(1) - 1).path("leftOut").asString())
                .isEqualTo("blank, left out");
        assertThat(page.path("pages").path(blank.get(1) - 1).path("done").toString())
                .contains("showing through");
        assertThat(page.path("files").path(0).path("name").asString())
                .isNotEqualTo(page.path("files").path(1).path("name").asString());
        assertThat(office.desk
                        .get("/api/deliveries/" + delivery + "/files/1")
                        .ok()
                        .response()
                        .body())
                .startsWith("%PDF".getBytes());
        assertThat(office.desk.get("/api/deliveries/" + delivery + "/files/2").status())
                .isEqualTo(410);
    }

    @Test
    void aSearchableProfileMakesTextThatIsFound(Office office) throws Exception {
        String job = jobWith(office, "Readable", Office.profileForm("Readable", Map.of(), Map.of("searchable", true)));
        Browser guest = office.guest();
        office.device.put(Stack.BERTH_PERMIT);
        String scan =
                guest.post(office.panel("/scans"), Map.of("jobId", job)).ok().get("id");
        Waiting.until(
                () -> "COMPLETE"
                        .equals(guest.get(office.panel("/scans/" + scan)).get("state")),
                "all in");
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        java.nio.file.Path pdf = java.nio.file.Files.createTempFile("readable", ".pdf");
        java.nio.file.Files.write(
                pdf,
                office.desk
                        .get("/api/deliveries/" + delivery + "/files/0")
                        .ok()
                        .response()
                        .body());
        Process reader = new ProcessBuilder("pdftotext", pdf.toString(), "-").start();
        assertThat(new String(reader.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8))
                .contains("Berth permit");
    }

    private static String jobWith(Office office, String name, Map<String, Object> profile) {
        profile.put("name", name + " " + UUID.randomUUID().toString().substring(0, 8));
        String profileId = office.desk.post("/api/profiles", profile).ok().get("id");
        JsonNode usual = office.desk.get("/api/jobs/" + office.jobId).ok().json();
        String job = office.desk
                .post(
                        "/api/jobs",
                        Map.of(
                                "name",
                                name + " " + UUID.randomUUID().toString().substring(0, 8),
                                "icon",
                                "crates",
                                "profileId",
                                profileId,
                                "templateId",
                                usual.path("templateId").asString(),
                                "destinationIds",
                                List.of(usual.path("destinations")
                                        .path(0)
                                        .path("id")
                                        .asString()),
                                "subject",
                                "{job}",
                                "body",
                                ""))
                .ok()
                .get("id");
        office.desk
                .put(
                        "/api/panels/" + office.deviceId,
                        Map.of(
                                "places",
                                List.of(Map.of("place", 1, "jobId", office.jobId), Map.of("place", 2, "jobId", job))))
                .ok();
        return job;
    }

    private static Map<String, Object> with(Map<String, Object> form, String field, Object value) {
        form.put(field, value);
        return form;
    }
}
