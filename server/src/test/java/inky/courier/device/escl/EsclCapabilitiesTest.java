package inky.courier.device.escl;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Documents as the published description of eSCL has them, from memory. */
class EsclCapabilitiesTest {
    private static EsclDocument read(String xml) throws IOException {
        return EsclDocument.read(new ByteArrayInputStream(xml.getBytes(StandardCharsets.UTF_8)));
    }

    /** Settings of all sources once, to which each refers; a range of resolutions; other prefixes. */
    private static final String REFERRING = """
            <ScannerCapabilities xmlns="urn:example:escl" xmlns:p="http://www.pwg.org/schemas/2010/12/sm">
              <p:Version>2.0</p:Version><p:MakeAndModel>Aster 9</p:MakeAndModel>
              <SettingProfiles><SettingProfile name="all">
                <ColorModes><ColorMode>BlackAndWhite1</ColorMode><ColorMode>Grayscale8</ColorMode></ColorModes>
                <SupportedResolutions><ResolutionRange>
                  <XResolutionRange><Min>100</Min><Max>600</Max><Normal>300</Normal><Step>1</Step></XResolutionRange>
                  <YResolutionRange><Min>100</Min><Max>600</Max><Normal>300</Normal><Step>1</Step></YResolutionRange>
                </ResolutionRange></SupportedResolutions>
              </SettingProfile></SettingProfiles>
              <Adf><AdfSimplexInputCaps><MaxWidth>2550</MaxWidth><MaxHeight>4200</MaxHeight>
                <SettingProfiles><SettingProfile ref="all"/></SettingProfiles></AdfSimplexInputCaps></Adf>
            </ScannerCapabilities>""";

    /** Glass finer than the feeder, and sizes up to Letter width. */
    private static final String USUAL = """
            <scan:ScannerCapabilities xmlns:scan="urn:example:escl" xmlns:pwg="http://www.pwg.org/schemas/2010/12/sm">
              <pwg:MakeAndModel>Aster 20</pwg:MakeAndModel>
              <scan:Platen><scan:PlatenInputCaps><scan:MaxWidth>2551</scan:MaxWidth><scan:MaxHeight>3508</scan:MaxHeight>%s</scan:PlatenInputCaps></scan:Platen>
              <scan:Adf><scan:AdfSimplexInputCaps><scan:MaxWidth>2551</scan:MaxWidth><scan:MaxHeight>4205</scan:MaxHeight>%s</scan:AdfSimplexInputCaps>
              <scan:AdfDuplexInputCaps><scan:MaxWidth>2551</scan:MaxWidth><scan:MaxHeight>3508</scan:MaxHeight>%s</scan:AdfDuplexInputCaps>
              <scan:FeederCapacity>35</scan:FeederCapacity></scan:Adf>
            </scan:ScannerCapabilities>""".formatted(settings(200, 300, 1200), settings(200, 300), settings(200, 300));

    private static String settings(int... resolutions) {
        StringBuilder xml = new StringBuilder("<scan:SettingProfiles><scan:SettingProfile><scan:ColorModes>"
                + "<scan:ColorMode>Grayscale8</scan:ColorMode><scan:ColorMode>RGB24</scan:ColorMode></scan:ColorModes>"
                + "<scan:SupportedResolutions><scan:DiscreteResolutions>");
        for (int dpi : resolutions) {
            xml.append("<scan:DiscreteResolution><scan:XResolution>" + dpi + "</scan:XResolution><scan:YResolution>"
                    + dpi + "</scan:YResolution></scan:DiscreteResolution>");
        }
        return xml
                + "</scan:DiscreteResolutions></scan:SupportedResolutions></scan:SettingProfile></scan:SettingProfiles>";
    }

    @Test
    void whatAScannerCanIsReadWhereverItSaysIt() throws IOException {
        DeviceAbilities usual = EsclCapabilities.of(read(USUAL)).abilities();
        assertThat(usual.makeAndModel()).isEqualTo("Aster 20");
        assertThat(usual.glass() && usual.feeder() && usual.bothSides() && usual.colour())
                .isTrue();
        assertThat(usual.feederSheets()).isEqualTo(35);
        assertThat(usual.resolutions()).as("from wherever the paper lies").containsExactly(200, 300);
        assertThat(usual.media())
                .contains("iso_a4_210x297mm", "na_legal_8.5x14in")
                .doesNotContain("iso_a3_297x420mm");

        DeviceAbilities referring = EsclCapabilities.of(read(REFERRING)).abilities();
        assertThat(referring.feeder()).isTrue();
        assertThat(referring.glass() || referring.bothSides() || referring.colour())
                .isFalse();
        assertThat(referring.resolutions()).containsExactly(100, 150, 200, 300, 400, 600);
    }

    @Test
    void itIsToldWhatItCan() throws IOException {
        EsclCapabilities usual = EsclCapabilities.of(read(USUAL));
        ScanProfile both = new ScanProfile(ColourMode.AS_FOUND, new Resolution(300), Sides.TWO_LONG_EDGE, FileType.PDF);
        EsclDocument told = read(EsclSettings.of(
                both, usual.input(PaperSource.FEEDER, both.sides()).orElseThrow()));
        assertThat(told.name()).isEqualTo("ScanSettings");
        assertThat(told.text("InputSource")).isEqualTo("Feeder");
        assertThat(told.text("Duplex")).isEqualTo("true");
        assertThat(told.text("ColorMode")).isEqualTo("RGB24");
        assertThat(told.text("XResolution")).isEqualTo("300");
        assertThat(told.text("Height")).as("all that the feeder takes").isEqualTo("3508");
        EsclCapabilities grey = EsclCapabilities.of(read(REFERRING));
        EsclDocument inGrey = read(
                EsclSettings.of(both, grey.input(PaperSource.FEEDER, Sides.ONE).orElseThrow()));
        assertThat(inGrey.text("ColorMode")).isEqualTo("Grayscale8");
        assertThat(grey.input(PaperSource.FEEDER, Sides.TWO_LONG_EDGE)).isEmpty();
        assertThat(grey.input(PaperSource.GLASS, Sides.ONE)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "Idle, ScannerAdfLoaded, READY, Ready.",
        "Idle, ScannerAdfEmpty, READY, Ready.",
        "Processing, ScannerAdfProcessing, BUSY, It is at work.",
        "Idle, ScannerAdfJam, STOPPED, Paper jam in the feeder.",
        "Stopped, ScannerAdfHatchOpen, STOPPED, A cover is open.",
        "Stopped, ScannerAdfMispick, STOPPED, The feeder could not pull in a sheet.",
        "Stopped, ScannerAdfMultipickDetected, STOPPED, The feeder pulled in two sheets at once.",
        "Down, '', STOPPED, It has stopped without giving a reason.",
    })
    void howItIsIsSaidAsOfEveryDevice(String state, String feeder, DeviceCondition.State condition, String words)
            throws IOException {
        EsclState seen = EsclState.of(read("""
                <scan:ScannerStatus xmlns:scan="urn:example:escl" xmlns:pwg="http://www.pwg.org/schemas/2010/12/sm">
                <pwg:State>%s</pwg:State><scan:AdfState>%s</scan:AdfState></scan:ScannerStatus>""".formatted(state, feeder)));
        assertThat(seen.condition().state()).isEqualTo(condition);
        assertThat(seen.condition().sentence().in(Locale.ENGLISH)).isEqualTo(words);
    }

    @Test
    void nothingThatLeadsElsewhereIsRead() {
        assertThatThrownBy(() -> read("<!DOCTYPE a [<!ENTITY e SYSTEM \"file:///etc/passwd\">]><a>&e;</a>"))
                .isInstanceOf(IOException.class);
        assertThatThrownBy(() -> read("<a>")).isInstanceOf(IOException.class);
    }
}
