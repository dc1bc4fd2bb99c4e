// What is looked at beside the act: the run as a column, and how its time and temperature come about.
export { Column as TheRun } from '../column/column.tsx';
export { SidePanel } from './side-panel.tsx';
