import fc from 'fast-check';

// The same random cases every run, so that a red run is about the change; LAW_SEED explores others.
fc.configureGlobal({ seed: Number(process.env.LAW_SEED ?? 20261123) });
