// Stands in for markers that only the bundler understands.
export {};
