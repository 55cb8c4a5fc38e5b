package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeviceConditionTest {
    // RFC 8011 sections 5.4.11 (3 idle, 4 processing, 5 stopped) and 5.4.12 (reasons and their suffixes)
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "3 | none | READY | Ready.",
                "4 | none | BUSY | It is at work.",
                "5 | media-jam-error | STOPPED | Paper jam.",
                "5 | none | STOPPED | It has stopped without giving a reason.",
                "5 | toner-low-warning,cover-open | STOPPED | A cover is open.",
                "3 | toner-low-warning | CARE | Toner is low. Scanning works.",
                "3 | media-empty-warning | CARE | A paper tray is empty. Scanning works.",
                "4 | media-low-report | BUSY | It is at work.",
                "3 | marker-waste-full-warning | CARE | The waste toner container is full. Scanning works.",
            })
    void whatADeviceReportsIsToldInASentence(
            int state, String reasons, DeviceCondition.State expected, String sentence) {
        DeviceCondition condition = DeviceCondition.of(state, Arrays.asList(reasons.split(",")), true);
        assertEquals(expected, condition.state());
        assertEquals(sentence, condition.sentence().toString());
    }

    @Test
    void aDeviceWithoutAScannerIsNotSaidToScan() {
        assertEquals(
                "A paper tray is empty.",
                DeviceCondition.of(3, List.of("media-empty-warning"), false)
                        .sentence()
                        .toString());
    }
}
