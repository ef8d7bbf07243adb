export { AskError, createDesk } from './desk';
export { mountingView } from './mounting';
export { sheetDrawing, sheetPicture } from './picture';
export { twinView as twinAnswer } from './place';
export type { Progress } from './progress';
export type {
  BandView,
  BodyView,
  CandidateView,
  FindAnswer,
  FindAsk,
  FindingView,
  LandingAnswer,
  LookAnswer,
  LookAsk,
  MendAnswer,
  MountingAnswer,
  NearAnswer,
  PanelView,
  PlaceAnswer,
  PlaceAsk,
  Question,
  Questions,
  QuestionType,
  RunAnswer,
  SheetAnswer,
  SheetView,
  StaysLiveAnswer,
  StudyAnswer,
  TransformerStudy,
  TwinAnswer,
  WireRowView,
  WiringAnswer,
} from './protocol';
export type { Reply } from './queue';
export { createQueue } from './queue';
export { runView } from './run';
export { candidateView, rowView, sheetView, studyView } from './views';
export { betweenView, followView, landingView, plainRows, rehearseView, staysLiveView, wiringView } from './wiring';
