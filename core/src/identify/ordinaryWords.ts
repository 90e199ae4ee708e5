import { compact } from '../text/nameWords';

const listed = (text: string) => new Set(text.trim().split(/\s+/).map(compact));

/**
 * Words that file names are made of besides who and what (common practice, no source; English and some of East Asia, from
 * memory). They tell nobody, and stand in the way of nothing.
 */
export const FILLERS = listed(`
  copy kopie copia copie kopi kopia kopio of final finished done complete completed draft rough new old real actual latest newest last good best
  better fixed revised revision updated update edit edited version ver v rev turn in turnin turned folder my mine our the
  an and for from by to on at with as is it this that work works classwork schoolwork homework hw cw assignment asgmt
  task project report doc docs document file files untitled image img photo photos pic pics picture pictures scan scanned
  scanner dsc dscn dscf pxl mvi vid video movie clip audio voice recording rec memo screenshot screen shot capture camera
  whatsapp snap signal download downloads export exported attachment upload uploaded submission submitted submit due late
  please read me name student class teacher mr mrs ms miss mx dr sir professor asdf qwerty test page pages part pt no nr
  num number unit chapter ch lesson attempt try redo resubmit correction corrections corrected answers answer response
  notes note google word pages slides slide sheet sheets pdf docx doc jpg jpeg png heic mov mp4 txt csv zip temp tmp
  jan feb mar apr jun jul aug sep sept oct nov dec january february march april june july august september october
  november december mon tue tues wed thu thur thurs fri monday tuesday wednesday thursday friday saturday sunday sorry
  idk lol ok yes here up out also more period per hour hr block blk section semester sem term year grade
  english jr sr ii iii optimized compressed converted signed merged combined resized cropped
  的 学生 學生 姓名 学号 班级 作业 作業 家庭作业 功课 功課 报告 報告 论文 論文 作文 草稿 初稿 第一稿 第二稿 终稿 定稿 最终 最终版 最終版 最新 修改 修改版 副本 文档 照片 图片 扫描 上交 提交
  の 氏名 名前 宿題 課題 レポート 提出 提出用 完成 完成版 最終 下書き 修正 修正版 コピー 写真 画像
  의 이름 학생 과제 숙제 과제물 보고서 레포트 리포트 최종 최종본 초안 수정 수정본 사본 복사본 제출 제출용 사진 그림 스캔
  การบ้าน รายงาน งาน ส่งงาน ฉบับร่าง ฉบับสมบูรณ์ สำเนา แก้ไข รูปภาพ
`);

/**
 * Words of everyday English that are names as well, so that one of them alone is weak evidence for somebody who has it
 * (from memory).
 */
const NAMES_THAT_ARE_WORDS = listed(`
  abbey amber angel april art ash aspen autumn axe bailey baker ball bank banks barber barn bass bay beach bean bear beer
  bell berry bill birch bird bishop black blade blaze blue bloom bond book booth bow brand branch breeze brick bridge
  brook brooks brooke brown buck bull burn burns bush butler button camp carol carpenter carter case cash castle cedar
  chance chandler chapel charity chase cherry christian church clay cliff cloud coal cole cook cooper coral couch cow cox
  crane cross crow crystal daisy dale dawn day deacon dean deer dell destiny diamond dick dove drake drew duke dusty earl
  east eden elder ember emerald english ernest eve ever faith farmer fern field fields finch fish fisher fleet flint flora
  flower floyd ford forest foster fox frank freeman frost gale garden gardener gates gay gem ginger glass glen glory gold
  good goodwin goose grace grant gray green grey grove guy hale hall hand hands harbor hardy harmony harper hart haven
  hawk hay hazel heath heather heaven hedge hill hills holly honor hood hook hope house hunt hunter ice iris iron island
  ivory ivy jack jade jasmine jay jean jet jewel joy juniper justice king knight lake lamb lance land lane lark laurel
  lavender law leaf lee legend light lily lilly link lion london long love lynx major mark market marsh mason may meadow
  melody mercy miles mill miller mills minor mint miracle mist moon moor moore moss mount myrtle nail north oak ocean
  olive onyx opal orchard page palm paris park parker parks parish parsley patience peace peach pearl pebble penny pepper
  perch phoenix pike pine piper place plum pond poppy porter potter power prairie price pride prince priest pure quill
  rain ray red reed reef rich ridge ring river rivers robin rock rod rose rosemary rowan ruby rush rust sable saffron sage
  sail sailor sand sandy savage savanna sawyer scout sea seal sergeant shade shadow sharp shell shepherd short shore
  silver singer sky skye slate smith snow sparrow spencer spring squire star stark steel stern still stone storm story
  strange street strong sterling summer summers sun sunny swan swift tanner taylor temper temple terrace thorn tiger tile
  trace trinity true tucker turner unity vale valley venture victor viola violet wade walker wall wallace ward warren
  waters waverly weaver webb wells west wheat wheeler white wilde will willow winter winters wise wolf wood woods wren
  young zephyr fell mount point banner case cotton crew field fine fair fry gore grass head heard hurt june august april
`);

/** Further words of everyday English that titles of school work are made of; one alone is weak evidence for its title. */
const TITLE_WORDS = listed(`
  activity analysis art biography book calculation case chart check checklist city climate collage comparison country
  culture data debate design diagram diary drawing essay exam exercise experiment exploration fiction game graph guide
  history home idea interview introduction investigation journal lab language letter life light list log machine map
  math maths measure model music nature notebook number observation outline packet painting paper paragraph plan plot
  poem poster practice presentation problem problems profile proposal quest questions quiz reading reference reflection
  research review science sketch song sound space speech story study summary survey table time timeline trip tutorial
  unit vocabulary water weather week window world worksheet writing land use place photo footpath field day
`);

/** Whether a name is a word of everyday English as well. */
export const isNameAndWord = (plain: string): boolean => NAMES_THAT_ARE_WORDS.has(plain);

/** Whether a word is said in file names that have nothing to do with anybody or anything of that name. */
export function isOrdinaryWord(plain: string): boolean {
  return NAMES_THAT_ARE_WORDS.has(plain) || TITLE_WORDS.has(plain) || FILLERS.has(plain);
}
