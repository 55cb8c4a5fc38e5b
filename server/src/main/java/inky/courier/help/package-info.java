/** Calls for help from panels: who needs it, where and at what; what the help desk says; the panel as it is, where that is allowed. */
package inky.courier.help;
