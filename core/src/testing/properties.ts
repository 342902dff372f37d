import fc from "fast-check";

// A property that fails says its seed and path, with which it is looked at by hand: making the example smaller can take longer than
// anybody waits. On a stalled machine what was tried until then has to do.
fc.configureGlobal({ ...fc.readConfigureGlobal(), endOnFailure: true, interruptAfterTimeLimit: 60_000 });
