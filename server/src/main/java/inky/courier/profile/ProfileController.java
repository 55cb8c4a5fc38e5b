package inky.courier.profile;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.profile.ProfileService.ProfileForm;
import inky.courier.profile.ProfileService.ProfileView;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/profiles")
class ProfileController {
    private final ProfileService profiles;
    private final SecurityLog log;

    ProfileController(ProfileService profiles, SecurityLog log) {
        this.profiles = profiles;
        this.log = log;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    List<ProfileView> listProfiles() {
        return profiles.list();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    ProfileView getProfile(@PathVariable UUID id) {
        return profiles.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ProfileView addProfile(@RequestBody ProfileForm form) {
        return profiles.add(form);
    }

    @PutMapping("/{id}")
    ProfileView changeProfile(
            @PathVariable UUID id,
            @RequestBody ProfileForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return profiles.change(id, form, version);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}/export")
    ResponseEntity<String> exportProfile(@PathVariable UUID id, Principal who, HttpServletRequest request) {
        String name = profiles.get(id).name();
        log.note(SecurityLog.Event.EXPORTED, who.getName(), Place.DESK, request.getRemoteAddr(), "profile " + name);
        return StreamedContent.attachment(ResponseEntity.ok(), name + ".json")
                .contentType(MediaType.APPLICATION_JSON)
                .body(profiles.export(id));
    }

    /** @param file the text of an exported profile */
    record ProfileFile(String file) {}

    @PostMapping("/import")
    @ResponseStatus(HttpStatus.CREATED)
    ProfileView importProfile(@RequestBody ProfileFile file) {
        return profiles.bring(file.file());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteProfile(@PathVariable UUID id) {
        profiles.delete(id);
    }
}
