package inky.courier.web;

import jakarta.servlet.Filter;

/** The filter that knows people at a device by their panel session; the panel module has it. */
public interface PanelDoor extends Filter {}
