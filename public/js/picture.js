// The picture of the model. Found afresh each time: what calls may come from elements that are gone by the time it ends.
export const picture = () => document.getElementById('picture');
