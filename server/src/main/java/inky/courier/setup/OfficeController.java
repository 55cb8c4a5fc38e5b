package inky.courier.setup;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.core.office.OfficeFormat;
import inky.courier.setup.OfficeFiles.Comparison;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/office")
class OfficeController {
    private final OfficeFiles files;
    private final SecurityLog log;

    OfficeController(OfficeFiles files, SecurityLog log) {
        this.files = files;
        this.log = log;
    }

    /** @param file the text of an exported set-up @param removes whether what is not in it goes */
    record OfficeFile(String file, boolean removes) {}

    /** @param token of the comparison that was looked at */
    record OfficeImport(String file, boolean removes, String token) {}

    @Needs(Right.READ_SETUP)
    @GetMapping("/export")
    ResponseEntity<String> exportOffice(
            @RequestParam(defaultValue = "YAML") OfficeFormat format, Principal who, HttpServletRequest request) {
        log.note(SecurityLog.Event.EXPORTED, who.getName(), Place.DESK, request.getRemoteAddr(), "the set-up");
        return StreamedContent.attachment(ResponseEntity.ok(), "inky-courier-set-up." + format.extension())
                .contentType(MediaType.parseMediaType("text/plain;charset=utf-8"))
                .body(files.write(format));
    }

    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/compare")
    Comparison compareOffice(@RequestBody OfficeFile file) {
        return files.compare(file.file(), file.removes());
    }

    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/import")
    Comparison importOffice(@RequestBody OfficeImport wanted) {
        return files.make(wanted.file(), wanted.removes(), wanted.token());
    }
}
